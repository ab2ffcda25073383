<script setup lang="ts">
import { BButton } from 'bootstrap-vue-next/components/BButton'
import { useTemplateRef } from 'vue'

import { api, ask } from '../api/client'
import CourseCrumbs from '../parts/CourseCrumbs.vue'
import LoadState from '../parts/LoadState.vue'
import { useLoad } from '../use/load'
import { useTitle } from '../use/title'

/** What is asked for in an assignment, in words. */
const props = defineProps<{ course: string; assignment: string }>()
useTitle(() => 'The assignment')
const {
  data: handout,
  error,
  loading,
  reload,
} = useLoad(
  () => `${props.course}/${props.assignment}`,
  () => {
    const path = { course: props.course, assignment: props.assignment }
    return ask(api.GET('/courses/{course}/assignments/{assignment}/handout', { params: { path } }))
  },
)
const frame = useTemplateRef<HTMLIFrameElement>('frame')
const print = () => frame.value?.contentWindow?.print()
</script>

<template>
  <CourseCrumbs :course="course" :assignment="assignment">the assignment</CourseCrumbs>
  <LoadState :loading="loading" :error="error" :ready="!!handout" @retry="reload">
    <template v-if="handout">
      <div class="row-between mb-2">
        <h1>The assignment</h1>
        <BButton size="sm" variant="outline-secondary" @click="print">Print</BButton>
      </div>
      <iframe ref="frame" class="report-frame" :srcdoc="handout.html" sandbox="allow-same-origin allow-modals" title="What is asked for"></iframe>
    </template>
  </LoadState>
</template>
