<script setup lang="ts">
import { BAlert } from 'bootstrap-vue-next/components/BAlert'
import { ref, useTemplateRef } from 'vue'

import { api, ask, type Import } from '../api/client'

/** Hands a class in as a zip archive. */
const props = defineProps<{ course: string; assignment: string }>()
const emit = defineEmits<{ imported: [] }>()

const file = useTemplateRef<HTMLInputElement>('file')
const report = ref<Import>()
const error = ref('')

async function upload() {
  const archive = file.value?.files?.[0]
  if (!archive) return
  report.value = undefined
  error.value = ''
  try {
    report.value = await ask(api.POST('/courses/{course}/assignments/{assignment}/submissions', {
      params: { path: { course: props.course, assignment: props.assignment } },
      body: archive as unknown as string,
      bodySerializer: (body) => body,
      headers: { 'Content-Type': 'application/zip' },
    }))
    emit('imported')
  } catch (failure) {
    error.value = failure instanceof Error ? failure.message : String(failure)
  }
  if (file.value) file.value.value = ''
}
</script>

<template>
  <label class="btn btn-outline-secondary btn-sm mb-0">
    Hand in a class (.zip)
    <input ref="file" class="visually-hidden" type="file" accept=".zip,application/zip" @change="upload">
  </label>
  <BAlert v-if="error" class="w-100 mb-0" variant="danger" :model-value="true">{{ error }}</BAlert>
  <BAlert v-if="report" class="w-100 mb-0" :variant="report.problems.length ? 'warning' : 'success'" :model-value="true">
    {{ report.added.length }} handed in, {{ report.unchanged.length }} unchanged.
    <ul v-if="report.problems.length" class="mb-0">
      <li v-for="p in report.problems" :key="p.entry"><strong>{{ p.entry }}</strong>: {{ p.reason }}</li>
    </ul>
  </BAlert>
</template>
