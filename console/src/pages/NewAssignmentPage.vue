<script setup lang="ts">
import { BButton } from 'bootstrap-vue-next/components/BButton'
import { computed, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'

import { api, ask, upload, type Channel, type Course, type Guide, type DryRun } from '../api/client'
import ActState from '../parts/ActState.vue'
import CourseTabs from '../parts/CourseTabs.vue'
import FileField from '../parts/FileField.vue'
import GameFields from '../parts/GameFields.vue'
import LoadState from '../parts/LoadState.vue'
import DryRunPanel from '../parts/DryRunPanel.vue'
import SelectField from '../parts/SelectField.vue'
import SettingsField from '../parts/SettingsField.vue'
import SuiteField from '../parts/SuiteField.vue'
import TermsFields from '../parts/TermsFields.vue'
import { useAct } from '../use/act'
import { listChannels } from '../use/channels'
import { base64 } from '../use/file'
import { takeOver } from '../use/handOver'
import { useLoad } from '../use/load'
import { termsBody, termsForm } from '../use/terms'
import { useTitle } from '../use/title'
import { usualGame } from '../use/usual'

const props = defineProps<{ course: string }>()
const router = useRouter()
useTitle(() => 'New assignment')
const at = computed(() => ({ params: { path: { course: props.course } } }))

interface View {
  course: Course
  games: { name: string; title: string }[]
  channels: Channel[]
}
const {
  data: view,
  error,
  loading,
  reload,
} = useLoad<View>(
  () => props.course,
  async () => {
    const [course, games, channels] = await Promise.all([
      ask(api.GET('/courses/{course}', at.value)),
      ask(api.GET('/games')),
      listChannels(),
    ])
    return { course, games, channels }
  },
)

// What comes from the desk.
const route = useRoute()
const handed = route.query.desk === undefined ? undefined : takeOver(props.course)
const game = ref(typeof route.query.game === 'string' ? route.query.game : usualGame)
const { data: guide } = useLoad<Guide>(
  () => game.value,
  () => ask(api.GET('/games/{variant}', { params: { path: { variant: game.value } } })),
)

const title = ref('')
const name = ref('')
const channel = ref<'terminal' | 'wire' | 'function' | 'page'>('terminal')
const phrasebook = ref('')
const suite = ref(handed?.suite ?? '')
const maker = ref('given') // or own, or the side that programs play
const terms = ref(termsForm())
const program = ref<File>()
const dryRun = ref<DryRun>()
const short = computed(() => name.value || game.value.split(':')[0]!)
watch([game, channel, phrasebook, suite, maker], () => {
  dryRun.value = undefined
})
const sides = computed(() => (way.value?.opponents ? (guide.value?.sides ?? []) : []))
const opponent = computed(() => (sides.value.includes(maker.value) ? maker.value : ''))
const makers = computed(() => [
  { value: 'given', text: guide.value?.own ? 'are given what is hidden, another one for each script' : 'are played by two people' },
  ...(guide.value?.own ? [{ value: 'own', text: `${guide.value.makes} themselves` }] : []),
  ...sides.value.map((side) => ({ value: side, text: `play ${side} themselves, against a person` })),
])
const own = computed(() => maker.value === 'own' && !!guide.value?.own && !suite.value)

const channels = computed(() => (view.value?.channels ?? []).map((c) => ({ value: c.name, text: c.programs })))
const way = computed(() => view.value?.channels.find((c) => c.name === channel.value))
const { notice, failure, act } = useAct()
/** The suite for programs that play one side is written for it; else an empty text stands for the usual one. */
async function chosen() {
  if (own.value || suite.value || !opponent.value) return own.value ? 'own' : suite.value
  const path = { course: props.course, variant: game.value }
  return (await ask(api.GET('/courses/{course}/suites/{variant}', { params: { path, query: { opponent: opponent.value } } }))).suite
}
const body = async () => ({
  name: short.value,
  title: title.value,
  game: game.value,
  channel: channel.value,
  phrasebook: phrasebook.value,
  suite: await chosen(),
  handout: handed?.handout ?? '',
  ...termsBody(terms.value),
})
const trying = ref(false)

const startDryRun = () =>
  act(async () => {
    trying.value = true
    try {
      const given = program.value ? { program: await base64(program.value), program_name: program.value.name } : {}
      dryRun.value = await ask(api.POST('/courses/{course}/dry-runs', { ...at.value, body: { ...(await body()), ...given } }))
    } finally {
      trying.value = false
    }
    return ''
  })

const make = () =>
  act(async () => {
    const a = await ask(api.POST('/courses/{course}/assignments', { ...at.value, body: await body() }))
    await router.push(`/courses/${props.course}/${a.name}`)
    return ''
  })

const archive = ref<File>()
const importAssignment = () =>
  act(async () => {
    const a = await ask(
      api.POST('/courses/{course}/import', {
        params: { path: at.value.params.path, query: { name: name.value } },
        ...upload(archive.value!),
      }),
    )
    await router.push(`/courses/${props.course}/${a.name}`)
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
          <h2 class="mt-0">2. Channel, and what earns points</h2>
          <SelectField v-model="channel" label="Programs are played" :options="channels" />
          <SelectField v-if="(guide?.own || sides.length) && !suite" v-model="maker" label="Programs" :options="makers" />
          <p v-if="own && guide?.own !== guide?.variant" class="quiet">
            They are graded as {{ guide?.own }}, in which it can be told what a program has set up.
          </p>
          <div class="columns">
            <SuiteField v-model="suite" :course="course" :game="game" :offered="!own" :opponent="opponent" />
            <SettingsField
              v-model="phrasebook" :course="course" :channel="way" :game="game" :placeholder="`Empty: ${way?.empty}`"
              :hint="`It says ${way?.settings}. It can be written later, from what programs print.`"
            />
          </div>
        </section>
        <section class="panel">
          <h2 class="mt-0">3. Try it</h2>
          <p v-if="own">Your own solution is graded, if you add one: what must be seen depends on the program.</p>
          <p v-else>
            The suite is run on a correct program, on every known mistake, and on your own solution if you add one.
          </p>
          <div class="fields"><FileField v-model="program" label="Your solution" hint="A source file or an archive; it is not kept" /></div>
          <BButton variant="outline-secondary" :disabled="trying" @click="startDryRun">{{ trying ? 'Trying …' : 'Try it' }}</BButton>
          <DryRunPanel v-if="dryRun" class="mt-3" :dry-run="dryRun" />
        </section>
        <section class="panel">
          <h2 class="mt-0">4. Dates and limits</h2>
          <TermsFields v-model="terms" :zone="view.course.zone" />
        </section>
        <ActState :notice="notice" :failure="failure" />
        <div><BButton type="submit" variant="primary">Create assignment</BButton></div>
      </form>
      <details class="panel mt-3">
        <summary>Or import an exported archive</summary>
        <form class="mt-2" @submit.prevent="importAssignment">
          <FileField v-model="archive" label="Archive" accept=".zip" />
          <BButton type="submit" variant="outline-secondary" :disabled="!archive">Take it</BButton>
        </form>
      </details>
    </template>
  </LoadState>
</template>
