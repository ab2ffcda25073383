<script setup lang="ts">
import { BButton } from 'bootstrap-vue-next/components/BButton'
import { computed, ref } from 'vue'
import { useRouter } from 'vue-router'

import { api, ask, type LookRequest } from '../api/client'
import ActState from '../parts/ActState.vue'
import CourseCrumbs from '../parts/CourseCrumbs.vue'
import LoadState from '../parts/LoadState.vue'
import { useAct } from '../use/act'
import { useLoad } from '../use/load'
import { useTitle } from '../use/title'

const props = defineProps<{ course: string; assignment: string }>()
const path = computed(() => ({ course: props.course, assignment: props.assignment }))
useTitle(() => 'Requests')
const { data: requests, error, loading, reload } = useLoad<LookRequest[]>(() => `${props.course}/${props.assignment}`, () =>
  ask(api.GET('/courses/{course}/assignments/{assignment}/requests', { params: { path: path.value } })))

const router = useRouter()
/** Makes a script of the moves that a student has written about. */
const toDesk = (r: LookRequest) => act(async () => {
  const a = await ask(api.GET('/courses/{course}/assignments/{assignment}', { params: { path: path.value } }))
  const { words } = await ask(
    api.POST('/courses/{course}/desk/moves', { params: { path: { course: props.course } }, body: { game: a.game, text: r.question } }),
  )
  if (!words) throw new Error(`${r.student} names no moves.`)
  await router.push({ path: `/courses/${props.course}/${props.assignment}/desk`, query: { words, title: `as ${r.student} wrote` } })
  return ''
})

const answers = ref<Record<number, string>>({})
const { notice, failure, act } = useAct()
const answer = (r: LookRequest) => act(async () => {
  await ask(api.PUT('/requests/{id}', { params: { path: { id: r.id } }, body: { answer: answers.value[r.id] ?? '' } }))
  await reload()
  return `${r.student} can read it.`
})
</script>

<template>
  <CourseCrumbs v-bind="path">requests</CourseCrumbs>
  <h1 class="mb-3">Regrade requests</h1>
  <ActState :notice="notice" :failure="failure" />
  <LoadState :loading="loading" :error="error" :ready="!!requests" @retry="reload">
    <p v-if="!requests?.length" class="panel">No requests.</p>
    <section v-for="r in requests" :key="r.id" class="panel mb-3" :aria-label="`Request of ${r.student}`">
      <h2 class="mt-0"><RouterLink :to="`/results/${r.result}`">{{ r.student }}</RouterLink> <span class="quiet">{{ new Date(r.asked_at).toLocaleString() }}</span></h2>
      <p class="text-break">{{ r.question }}</p>
      <BButton class="mb-2" size="sm" variant="outline-secondary" @click="toDesk(r)">Make this a script</BButton>
      <p v-if="r.answered_at" class="mb-0 text-break"><strong>{{ r.answered_by }}:</strong> {{ r.answer }}</p>
      <form v-else class="d-grid gap-2" @submit.prevent="answer(r)">
        <textarea v-model="answers[r.id]" class="form-control" rows="2" :aria-label="`Answer to ${r.student}`"></textarea>
        <div class="d-flex gap-2 align-items-center">
          <BButton type="submit" variant="primary" size="sm" :disabled="!answers[r.id]">Answer</BButton>
          <span class="quiet">Points are given by hand on the student's page.</span>
        </div>
      </form>
    </section>
  </LoadState>
</template>
