<script setup lang="ts">
import { api, ask } from '../api/client'
import CourseCrumbs from '../parts/CourseCrumbs.vue'
import LoadState from '../parts/LoadState.vue'
import { useLoad } from '../use/load'
import { useTitle } from '../use/title'

/** The report as the student will see it. */
const props = defineProps<{ id: string }>()

const { data: result, error, loading, reload } = useLoad(() => props.id, () =>
  ask(api.GET('/results/{id}', { params: { path: { id: Number(props.id) } } })))
useTitle(() => `Report of ${result.value?.student ?? ''}`)

const forms = [['html', 'HTML'], ['md', 'Markdown'], ['json', 'JSON'], ['junit', 'JUnit XML'], ['tap', 'TAP']] as const
const address = (form: string) => `/api/v1/results/${props.id}/report?format=${form}`
</script>

<template>
  <LoadState :loading="loading" :error="error" :ready="!!result" @retry="reload">
    <template v-if="result">
      <CourseCrumbs :course="result.course" :assignment="result.assignment">
        <RouterLink :to="`/results/${result.id}`">{{ result.student }}</RouterLink>
      </CourseCrumbs>
      <div class="row-between mb-2">
        <h1>What {{ result.student }} reads</h1>
        <div class="d-flex gap-2">
          <a v-for="[form, name] in forms" :key="form" class="tag" :href="address(form)" :download="`${result.student}.${form === 'junit' ? 'xml' : form}`">{{ name }}</a>
        </div>
      </div>
      <iframe class="report-frame" :src="address('html')" sandbox="allow-same-origin" :title="`The report of ${result.student}`"></iframe>
    </template>
  </LoadState>
</template>
