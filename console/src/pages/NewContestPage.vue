<script setup lang="ts">
import { BButton } from 'bootstrap-vue-next/components/BButton'
import { computed, ref } from 'vue'
import { useRouter } from 'vue-router'

import { api, ask, type Course, type Guide } from '../api/client'
import ActState from '../parts/ActState.vue'
import CourseTabs from '../parts/CourseTabs.vue'
import EditorField from '../parts/EditorField.vue'
import GameFields from '../parts/GameFields.vue'
import LoadState from '../parts/LoadState.vue'
import SelectField from '../parts/SelectField.vue'
import TextField from '../parts/TextField.vue'
import { useAct } from '../use/act'
import { formatOptions } from '../use/contest'
import { useLoad } from '../use/load'
import { useTitle } from '../use/title'
import { usualGame } from '../use/usual'

const props = defineProps<{ course: string }>()
const router = useRouter()
useTitle(() => 'New contest')

interface View {
  course: Course
  games: { name: string; title: string }[]
}
const {
  data: view,
  error,
  loading,
  reload,
} = useLoad<View>(
  () => props.course,
  async () => {
    const [course, games] = await Promise.all([
      ask(api.GET('/courses/{course}', { params: { path: { course: props.course } } })),
      ask(api.GET('/games')),
    ])
    return { course, games }
  },
)

const game = ref(usualGame)
const { data: guide } = useLoad<Guide>(
  () => game.value,
  () => ask(api.GET('/games/{variant}', { params: { path: { variant: game.value } } })),
)
const kind = computed(() => game.value.split(':')[0]!)
const terms = computed(() => guide.value?.contest)
const alone = computed(() => !!terms.value?.alone)

const title = ref('')
const name = ref('')
const format = ref<'all' | 'swiss' | 'knockout' | 'double-knockout' | 'groups' | 'ladder'>('all')
const rounds = ref('')
const deals = ref('')
const opening = ref('')
const seconds = ref('10')
const seed = ref('1')
const memory = ref<'match' | 'game'>('match')
const masked = ref(false)
const hands = ref(false)
const words = ref('')
const functions = ref('')
const short = computed(() => name.value || kind.value)
const number = (text: string) => Number(text) || 0

const { notice, failure, act } = useAct()
const make = () =>
  act(async () => {
    const c = await ask(
      api.POST('/courses/{course}/contests', {
        params: { path: { course: props.course } },
        body: {
          name: short.value,
          title: title.value,
          functions: functions.value,
          terms: {
            variant: game.value,
            format: alone.value ? 'deals' : format.value,
            rounds: number(rounds.value),
            deals: number(deals.value),
            opening: terms.value?.openings ? number(opening.value) : 0,
            seconds: number(seconds.value),
            seed: number(seed.value),
            memory: memory.value,
            masked: masked.value,
            hands: hands.value && !!terms.value?.hands,
            words:
              terms.value?.words
                ? words.value
                    .split('\n')
                    .map((w) => w.trim())
                    .filter(Boolean)
                : [],
          },
        },
      }),
    )
    await router.push(`/courses/${props.course}/-/contests/${c.name}`)
    return ''
  })
</script>

<template>
  <LoadState :loading="loading" :error="error" :ready="!!view" @retry="reload">
    <template v-if="view">
      <CourseTabs :course="view.course" />
      <form class="d-grid gap-3" @submit.prevent="make">
        <section class="panel">
          <h2 class="mt-0">1. The game</h2>
          <GameFields v-model:game="game" v-model:title="title" v-model:name="name" :games="view.games" :guide="guide" :short="short" />
        </section>
        <section class="panel">
          <h2 class="mt-0">2. Format and rounds</h2>
          <p v-if="alone">A game for one: everyone plays the same deals, and the results are compared.</p>
          <div class="fields">
            <SelectField v-if="!alone" v-model="format" label="Format" :options="formatOptions" />
            <TextField
              v-if="!alone && ['all', 'swiss', 'ladder'].includes(format)"
              v-model="rounds"
              type="number"
              :label="format === 'all' ? 'Rounds (each pair meets)' : 'Rounds'"
              placeholder="usual"
            />
            <TextField
              v-if="!hands"
              v-model="deals"
              type="number"
              :label="alone ? 'Deals' : 'Deals of a match'"
              :placeholder="alone ? '20' : '1'"
              :hint="alone ? 'The same for everyone' : 'Each is played from both sides'"
            />
            <TextField
              v-if="terms?.openings"
              v-model="opening"
              type="number"
              label="Moves at random first"
              placeholder="0"
              hint="The same for everyone. Without them, players that always move alike play the same game again."
            />
          </div>
          <label v-if="terms?.hands" class="d-block"><input v-model="hands" type="checkbox"> Deal every two cards against every open card once, one round each</label>
          <EditorField
            v-if="terms?.words"
            v-model="words"
            label="Words"
            language="plain"
            placeholder="One in each line"
            hint="Players are told the list. Empty takes Durchgang’s own."
          />
        </section>
        <section class="panel">
          <h2 class="mt-0">3. The players</h2>
          <div class="fields">
            <TextField v-model="seconds" type="number" label="Seconds for a game" hint="Of each player" />
            <SelectField
              v-model="memory"
              label="Memory"
              :options="[
                { value: 'match', text: 'a program stays for a match' },
                { value: 'game', text: 'it starts anew for each game' },
              ]"
            />
            <TextField v-model="seed" type="number" label="Seed" hint="The same seed gives the same deals" />
          </div>
          <label class="d-block"><input v-model="masked" type="checkbox"> Students see pseudonyms instead of each other’s names</label>
          <details class="mt-2">
            <summary>How strategies that are functions are called</summary>
            <EditorField
              v-model="functions"
              label="Functions"
              language="yaml"
              placeholder="Empty: a function choose"
              hint="YAML, as for assignments whose functions are called."
            />
          </details>
        </section>
        <ActState :notice="notice" :failure="failure" />
        <div><BButton type="submit" variant="primary">Create contest</BButton></div>
      </form>
    </template>
  </LoadState>
</template>
