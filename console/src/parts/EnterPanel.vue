<script setup lang="ts">
import { BButton } from 'bootstrap-vue-next/components/BButton'
import { computed, ref } from 'vue'

import { api, ask, upload, type Assignment, type Contest, type Course, type Guide } from '../api/client'
import { useAct } from '../use/act'
import { speaks } from '../use/contest'
import { useLoad } from '../use/load'
import ActState from './ActState.vue'
import FileField from './FileField.vue'
import SelectField from './SelectField.vue'
import TextField from './TextField.vue'

/** The players of a contest that takes players, and the ways in. */
const props = defineProps<{ contest: Contest; course: Course }>()
const emit = defineEmits<{ changed: [] }>()

const teaches = computed(() => props.course.role === 'teacher')
const path = computed(() => ({ course: props.contest.course, contest: props.contest.name }))
const { data: about } = useLoad<{ guide: Guide; assignments: Assignment[] }>(
  () => `${props.contest.terms.variant} ${teaches.value}`,
  async () => {
    const [guide, assignments] = await Promise.all([
      ask(api.GET('/games/{variant}', { params: { path: { variant: props.contest.terms.variant } } })),
      teaches.value ? ask(api.GET('/courses/{course}/assignments', { params: { path: { course: props.contest.course } } })) : [],
    ])
    return { guide, assignments }
  },
)

const file = ref<File>()
const player = ref('')
const house = ref('')
const assignment = ref('')
const { notice, failure, act } = useAct()
const source = () => (/\.(zip|gz|tgz)$/.test(file.value!.name) ? '' : file.value!.name)

const enter = () =>
  act(async () => {
    const query = { name: source() }
    if (teaches.value)
      await ask(
        api.POST('/courses/{course}/contests/{contest}/players', {
          params: { path: path.value, query: { ...query, player: player.value } },
          ...upload(file.value!),
        }),
      )
    else await ask(api.POST('/courses/{course}/contests/{contest}/mine', { params: { path: path.value, query }, ...upload(file.value!) }))
    emit('changed')
    return teaches.value ? `${player.value} has entered.` : 'Your strategy has entered.'
  })
const enterHouse = () =>
  act(async () => {
    await ask(
      api.POST('/courses/{course}/contests/{contest}/players/house', { params: { path: path.value }, body: { house: house.value } }),
    )
    emit('changed')
    return `The house player ${house.value} has entered.`
  })
const enterClass = () =>
  act(async () => {
    await ask(
      api.POST('/courses/{course}/contests/{contest}/players/class', {
        params: { path: path.value },
        body: { assignment: assignment.value },
      }),
    )
    emit('changed')
    return `The last submissions of ${assignment.value} have entered.`
  })
const drop = (number: number) =>
  act(async () => {
    await ask(api.DELETE('/courses/{course}/contests/{contest}/players/{number}', { params: { path: { ...path.value, number } } }))
    emit('changed')
    return ''
  })
</script>

<template>
  <section class="panel">
    <h2 class="mt-0">Players</h2>
    <p v-if="!contest.entrants.length" class="quiet">No entries yet.</p>
    <div v-else class="scroll mb-3" tabindex="0" role="region" aria-label="Players">
      <table class="comparisons">
        <thead>
          <tr>
            <th scope="col" class="number">seed</th>
            <th scope="col">player</th>
            <th scope="col">speaks</th>
            <th scope="col">language</th>
            <th scope="col"></th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="e in contest.entrants" :key="e.number">
            <td class="number">{{ e.number + 1 }}</td>
            <th scope="row">{{ e.name }}</th>
            <td>
              {{ e.house ? 'is of the house' : speaks[e.channel ?? '']
              }}<template v-if="e.channel === 'terminal' && (e.first_wording == null || e.second_wording == null)">
                , {{ e.first_wording == null ? 'second' : 'first' }} only
              </template><span v-if="e.problem" class="bad">cannot play: {{ e.problem }}</span>
            </td>
            <td>{{ e.language }}</td>
            <td>
              <button v-if="teaches && contest.state === 'open'" type="button" class="btn btn-link bad" @click="drop(e.number)">
                take out<span class="visually-hidden"> {{ e.name }}</span>
              </button>
            </td>
          </tr>
        </tbody>
      </table>
    </div>
    <ActState :notice="notice" :failure="failure" />
    <div class="columns">
      <form @submit.prevent="enter">
        <h3>{{ teaches ? 'A strategy' : contest.you >= 0 ? 'Change your strategy' : 'Enter your strategy' }}</h3>
        <FileField v-model="file" label="Program" hint="A source file, or a zip or tar.gz archive" />
        <TextField v-if="teaches" v-model="player" label="Player" hint="A student’s short name makes it the student’s" required />
        <BButton type="submit" variant="outline-secondary" :disabled="!file">{{ teaches ? 'Enter it' : 'Enter' }}</BButton>
      </form>
      <div v-if="teaches && about">
        <form @submit.prevent="enterHouse">
          <h3>A house player</h3>
          <SelectField
            v-model="house"
            label="House player"
            :options="[
              { value: '', text: 'choose one' },
              ...about.guide.house.map((h) => ({ value: h.name, text: `${h.name}: ${h.strength}` })),
            ]"
          />
          <BButton type="submit" variant="outline-secondary" :disabled="!house">Enter it</BButton>
        </form>
        <form v-if="about.assignments.length" class="mt-3" @submit.prevent="enterClass">
          <h3>What was handed in</h3>
          <SelectField
            v-model="assignment"
            label="Assignment"
            :options="[{ value: '', text: 'choose one' }, ...about.assignments.map((a) => ({ value: a.name, text: a.title }))]"
          />
          <BButton type="submit" variant="outline-secondary" :disabled="!assignment">Enter all</BButton>
        </form>
      </div>
    </div>
  </section>
</template>
