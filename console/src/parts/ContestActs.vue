<script setup lang="ts">
import { BButton } from 'bootstrap-vue-next/components/BButton'
import { computed, ref } from 'vue'
import { useRouter } from 'vue-router'

import { api, ask, type ContestPage } from '../api/client'
import { useAct } from '../use/act'
import ActState from './ActState.vue'

/** What a teacher can do with a contest as it stands now. */
const props = defineProps<{ page: ContestPage }>()
const emit = defineEmits<{ changed: [] }>()
const router = useRouter()

const c = computed(() => props.page.contest)
const path = computed(() => ({ params: { path: { course: c.value.course, contest: c.value.name } } }))
const least = computed(() => (c.value.measure ? 1 : 2))
const deals = ref(10)
const { notice, failure, act } = useAct()

const start = () =>
  act(async () => {
    await ask(api.POST('/courses/{course}/contests/{contest}/start', path.value))
    emit('changed')
    return ''
  })
const hold = (what: 'pause' | 'resume' | 'cancel') =>
  act(async () => {
    await ask(api.POST('/courses/{course}/contests/{contest}/hold/{act}', { params: { path: { ...path.value.params.path, act: what } } }))
    emit('changed')
    return ''
  })
const more = () =>
  act(async () => {
    await ask(api.POST('/courses/{course}/contests/{contest}/more', { ...path.value, body: { deals: deals.value } }))
    emit('changed')
    return 'More games are played.'
  })
const sureToDrop = ref(false)
const drop = () =>
  act(async () => {
    await ask(api.DELETE('/courses/{course}/contests/{contest}', path.value))
    await router.push(`/courses/${c.value.course}/-/contests`)
    return ''
  })
</script>

<template>
  <div v-if="c.state === 'open'" class="next">
    <span v-if="c.entrants.length < least"><strong>Players first:</strong> strategies of students, and house players beside them.</span>
    <span v-else>
      <strong>{{ c.entrants.length }} players have entered.</strong> Once the contest has started, players and terms are fixed.
    </span>
    <BButton size="sm" variant="primary" :disabled="c.entrants.length < least" @click="start">Start the contest</BButton>
  </div>
  <div v-else-if="c.state === 'running' || c.state === 'paused'" class="next">
    <span role="status"><strong>{{ c.state === 'paused' ? 'The contest is paused.' : 'It is being played.' }}</strong> {{ c.done }} of
      {{ c.matches }} matches so far.</span>
    <span class="d-flex gap-2">
      <BButton v-if="c.state === 'running'" size="sm" variant="outline-secondary" @click="hold('pause')">Pause</BButton>
      <BButton v-else size="sm" variant="primary" @click="hold('resume')">Go on</BButton>
      <BButton size="sm" variant="outline-danger" @click="hold('cancel')">End the contest now</BButton>
    </span>
  </div>
  <div v-else-if="c.state === 'over' && page.ranking.open > 0" class="next">
    <span><strong>{{ page.ranking.open }} neighbouring ranks are uncertain.</strong>
      {{
        c.measure
          ? 'Everyone can play more deals.'
          : c.terms.format === 'ladder'
            ? 'The ladder can go on.'
            : 'They can meet again on deals that were not played.'
      }}</span>
    <form class="d-flex gap-2 align-items-center" @submit.prevent="more">
      <label class="d-flex gap-2 align-items-center">{{ c.terms.format === 'ladder' ? 'rounds' : 'deals' }}
        <input v-model.number="deals" class="form-control form-control-sm play-input" type="number" min="1" max="200"></label>
      <BButton size="sm" variant="outline-secondary" type="submit">Play more</BButton>
    </form>
  </div>
  <ActState :notice="notice" :failure="failure" />
  <details v-if="c.state !== 'running'" class="mt-3">
    <summary class="quiet">Delete this contest</summary>
    <label class="d-block my-2"><input v-model="sureToDrop" type="checkbox"> with all its games, permanently</label>
    <BButton size="sm" variant="outline-danger" :disabled="!sureToDrop" @click="drop">Delete</BButton>
  </details>
</template>
