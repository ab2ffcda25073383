<script setup lang="ts">
import { BButton } from 'bootstrap-vue-next/components/BButton'
import { computed, ref } from 'vue'
import { useRouter } from 'vue-router'

import { api, ask, over, type Assignment, type Channel, type Course, type LookRequest, type Matrix } from '../api/client'
import ActState from '../parts/ActState.vue'
import LoadState from '../parts/LoadState.vue'
import NextStep from '../parts/NextStep.vue'
import ResultMatrix from '../parts/ResultMatrix.vue'
import RunProgress from '../parts/RunProgress.vue'
import { useAct } from '../use/act'
import { listChannels } from '../use/channels'
import { onClock } from '../use/clock'
import { useFollow } from '../use/follow'
import { useLoad } from '../use/load'
import { useTitle } from '../use/title'

const props = defineProps<{ course: string; assignment: string }>()
const router = useRouter()
const path = computed(() => ({ course: props.course, assignment: props.assignment }))
const at = computed(() => `/courses/${props.course}/${props.assignment}`)

interface View {
  course: Course
  assignment: Assignment
  requests: LookRequest[]
  way?: Channel
  matrix?: Matrix
}

const {
  data: view,
  error,
  loading,
  reload,
} = useLoad<View>(
  () => `${props.course}/${props.assignment}`,
  async () => {
    const course = await ask(api.GET('/courses/{course}', { params: { path: { course: props.course } } }))
    if (course.role === 'student') await router.replace(`${at.value}/mine`)
    const [channels, assignment, requests] = await Promise.all([
      listChannels(),
      ask(api.GET('/courses/{course}/assignments/{assignment}', { params: { path: path.value } })),
      ask(api.GET('/courses/{course}/assignments/{assignment}/requests', { params: { path: path.value } })),
    ])
    const way = channels.find((c) => c.name === assignment.channel)
    if (assignment.last_run === null) return { course, assignment, requests, way }
    return {
      course,
      assignment,
      requests,
      way,
      matrix: await ask(api.GET('/runs/{id}/matrix', { params: { path: { id: assignment.last_run } } })),
    }
  },
)
useTitle(() => view.value?.assignment.title ?? '')

const busy = ref(false)
const { notice, failure, act } = useAct()
const run = computed(() => view.value?.matrix?.run)
const underway = computed(() => !!run.value && !over(run.value.state))

async function once(work: () => Promise<string>) {
  busy.value = true
  await act(work)
  busy.value = false
}

const start = (needed: boolean) =>
  once(async () => {
    await ask(api.POST('/courses/{course}/assignments/{assignment}/runs', { params: { path: path.value, query: { needed } } }))
    await reload()
    return ''
  })
const regrade = () =>
  once(async () => {
    const next = await ask(api.POST('/courses/{course}/assignments/{assignment}/regrades', { params: { path: path.value } }))
    await router.push(`/runs/${run.value!.id}/compare/${next.id}`)
    return ''
  })
const publish = () =>
  once(async () => {
    await ask(api.POST('/runs/{id}/publish', { params: { path: { id: run.value!.id } } }))
    await reload()
    return 'Students see their own results now.'
  })
const withdraw = () =>
  once(async () => {
    await ask(api.POST('/courses/{course}/assignments/{assignment}/withdraw', { params: { path: path.value } }))
    await reload()
    return 'Students see no results of this any more.'
  })

useFollow(() => run.value, reload)
</script>

<template>
  <nav class="crumbs" aria-label="Path">
    <RouterLink to="/">Courses</RouterLink> / <RouterLink :to="`/courses/${course}`">{{ view?.course.title ?? course }}</RouterLink>
  </nav>
  <LoadState :loading="loading" :error="error" :ready="!!view" @retry="reload">
    <template v-if="view">
      <div class="row-between">
        <div>
          <h1>{{ view.assignment.title }}</h1>
          <span class="quiet">
            {{ view.assignment.game }}, {{ view.way?.programs }}, {{ view.assignment.submissions }} handed in<template
              v-if="view.assignment.due_at"
            >, due {{ onClock(view.assignment.due_at, view.assignment.zone) }}</template>
          </span>
        </div>
        <div class="d-flex flex-wrap gap-2">
          <RouterLink class="btn btn-sm btn-outline-secondary" :to="`${at}/import`">Hand in</RouterLink>
          <template v-if="view.matrix">
            <RouterLink v-if="view.way?.prints" class="btn btn-sm btn-outline-secondary" :to="`${at}/wording`">Wording</RouterLink>
            <RouterLink class="btn btn-sm btn-outline-secondary" :to="`/runs/${view.matrix.run.id}/class`">The class</RouterLink>
            <RouterLink class="btn btn-sm btn-outline-secondary" :to="`/runs/${view.matrix.run.id}/groups`">Groups</RouterLink>
            <RouterLink class="btn btn-sm btn-outline-secondary" :to="`${at}/runs`">Runs</RouterLink>
            <BButton v-if="view.assignment.published_run" size="sm" variant="outline-secondary" :disabled="busy" @click="withdraw">
              Withdraw
            </BButton>
            <BButton size="sm" variant="outline-secondary" :disabled="busy || underway" @click="start(true)">Grade new submissions</BButton>
          </template>
          <RouterLink class="btn btn-sm btn-outline-secondary" :to="`${at}/settings`">Settings</RouterLink>
        </div>
      </div>
      <ActState :notice="notice" :failure="failure" />
      <NextStep
        :assignment="view.assignment"
        :run="run"
        :teaches="view.course.role === 'teacher'"
        :at="at"
        :open="view.requests.filter((r) => !r.answered_at).length"
        @grade="start(false)"
        @regrade="regrade"
        @publish="publish"
      />
      <template v-if="view.matrix">
        <RunProgress :run="view.matrix.run" :open="view.matrix.rows.filter((r) => r.state === 'failed').length" @changed="reload" />
        <ResultMatrix :matrix="view.matrix" />
      </template>
    </template>
  </LoadState>
</template>
