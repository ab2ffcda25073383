<script setup lang="ts">
import { BAlert } from 'bootstrap-vue-next/components/BAlert'
import { BButton } from 'bootstrap-vue-next/components/BButton'
import { computed, onBeforeUnmount, ref, watch } from 'vue'

import { api, ask, watchRun, type Assignment, type Matrix } from '../api/client'
import ClassUpload from '../parts/ClassUpload.vue'
import LoadState from '../parts/LoadState.vue'
import ResultMatrix from '../parts/ResultMatrix.vue'
import RunProgress from '../parts/RunProgress.vue'
import { useAct } from '../use/act'
import { useLoad } from '../use/load'
import { useTitle } from '../use/title'

const props = defineProps<{ course: string; assignment: string }>()
const path = computed(() => ({ course: props.course, assignment: props.assignment }))

interface View { assignment: Assignment; matrix?: Matrix }

const { data: view, error, loading, reload } = useLoad<View>(() => `${props.course}/${props.assignment}`, async () => {
  const assignment = await ask(api.GET('/courses/{course}/assignments/{assignment}', { params: { path: path.value } }))
  if (assignment.last_run === null) return { assignment }
  return { assignment, matrix: await ask(api.GET('/runs/{id}/matrix', { params: { path: { id: assignment.last_run } } })) }
})
useTitle(() => view.value?.assignment.title ?? '')

const starting = ref(false)
const { failure, act } = useAct()
const underway = computed(() => !!view.value?.matrix && view.value.matrix.run.state !== 'done')

async function start() {
  starting.value = true
  await act(async () => {
    await ask(api.POST('/courses/{course}/assignments/{assignment}/runs', { params: { path: path.value } }))
    await reload()
    return ''
  })
  starting.value = false
}

let stop = () => {}
watch(() => (underway.value ? view.value?.matrix?.run.id : undefined), (id) => {
  stop()
  stop = id === undefined ? () => {} : watchRun(id, () => void reload())
}, { immediate: true })
onBeforeUnmount(() => stop())
</script>

<template>
  <nav class="crumbs" aria-label="Path"><RouterLink to="/">Courses</RouterLink> / {{ course }}</nav>
  <LoadState :loading="loading" :error="error" :ready="!!view" @retry="reload">
    <template v-if="view">
      <div class="row-between">
        <div>
          <h1>{{ view.assignment.title }}</h1>
          <span class="quiet">{{ view.assignment.game }}<template v-if="view.assignment.channel === 'wire'">, over the wire</template><template v-if="view.assignment.channel === 'function'">, by its functions</template>, {{ view.assignment.submissions }} handed in</span>
        </div>
        <div class="d-flex flex-wrap gap-2">
          <RouterLink v-if="view.matrix && view.assignment.channel === 'terminal'" class="btn btn-sm btn-outline-secondary" :to="`/courses/${course}/${props.assignment}/wording`">Wording</RouterLink>
          <template v-if="view.matrix">
            <RouterLink class="btn btn-sm btn-outline-secondary" :to="`/runs/${view.matrix.run.id}/class`">The class</RouterLink>
            <RouterLink class="btn btn-sm btn-outline-secondary" :to="`/runs/${view.matrix.run.id}/groups`">Groups</RouterLink>
          </template>
          <ClassUpload v-bind="path" @imported="reload" />
          <BButton variant="primary" size="sm" :disabled="starting || underway || !view.assignment.submissions" @click="start">
            {{ view.matrix ? 'Grade again' : 'Grade all' }}
          </BButton>
        </div>
      </div>
      <BAlert v-if="failure" class="mt-2" variant="danger" :model-value="true">{{ failure }}</BAlert>
      <template v-if="view.matrix">
        <RunProgress :run="view.matrix.run" />
        <ResultMatrix :matrix="view.matrix" />
      </template>
      <p v-else-if="view.assignment.submissions" class="panel mt-3">
        Nothing has been graded yet. <strong>Grade all</strong> plays every script with every program.
      </p>
      <p v-else class="panel mt-3">
        Nobody has handed in yet. Hand in a zip archive with one folder or source file for each student, or use
        <code>durchgang import {{ course }}/{{ assignment }} FOLDER</code>.
      </p>
    </template>
  </LoadState>
</template>
