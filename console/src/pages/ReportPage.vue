<script setup lang="ts">
import { computed } from 'vue'

import { api, ask } from '../api/client'
import CourseCrumbs from '../parts/CourseCrumbs.vue'
import LoadState from '../parts/LoadState.vue'
import ReportLinks from '../parts/ReportLinks.vue'
import { useLoad } from '../use/load'
import { useTitle } from '../use/title'

/** The report as the student will see it. */
const props = defineProps<{ id: string }>()

const { data: result, error, loading, reload } = useLoad(() => props.id, () =>
  ask(api.GET('/results/{id}', { params: { path: { id: Number(props.id) } } })))
useTitle(() => `Report of ${result.value?.student ?? ''}`)

const at = computed(() => `/api/v1/results/${props.id}/report`)
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
          <ReportLinks of="student" :at="at" :name="result.student" />
        </div>
      </div>
      <iframe class="report-frame" :src="`${at}?format=html`" sandbox="allow-same-origin" :title="`The report of ${result.student}`"></iframe>
    </template>
  </LoadState>
</template>
