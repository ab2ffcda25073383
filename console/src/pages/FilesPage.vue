<script setup lang="ts">
import { api, ask, type Result, type SubmittedFile } from '../api/client'
import CourseCrumbs from '../parts/CourseCrumbs.vue'
import LoadState from '../parts/LoadState.vue'
import { useLoad } from '../use/load'
import { useTitle } from '../use/title'

const props = defineProps<{ id: string }>()
interface View { result: Result; files: SubmittedFile[] }
const { data: view, error, loading, reload } = useLoad<View>(() => props.id, async () => {
  const path = { params: { path: { id: Number(props.id) } } }
  const [result, files] = await Promise.all([ask(api.GET('/results/{id}', path)), ask(api.GET('/results/{id}/files', path))])
  return { result, files }
})
useTitle(() => view.value?.result.student ?? '')
</script>

<template>
  <LoadState :loading="loading" :error="error" :ready="!!view" @retry="reload">
    <template v-if="view">
      <CourseCrumbs :course="view.result.course" :assignment="view.result.assignment"><RouterLink :to="`/results/${id}`">{{ view.result.student }}</RouterLink></CourseCrumbs>
      <h1>What {{ view.result.student }} handed in</h1>
      <p class="quiet">{{ new Date(view.result.handed_in).toLocaleString() }}</p>
      <section v-for="f in view.files" :key="f.name" class="mb-3">
        <h2>{{ f.name }} <span class="quiet">{{ f.size }} bytes</span></h2>
        <pre v-if="f.text" class="source" tabindex="0">{{ f.text }}</pre>
        <p v-else class="quiet">This is not a text file.</p>
      </section>
    </template>
  </LoadState>
</template>
