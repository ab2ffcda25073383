<script setup lang="ts">
import { api, ask, type ReportFormat } from '../api/client'
import { useLoad } from '../use/load'

/** Links to a report in each of its formats; at is the address of the report, and name that of the file. */
const props = defineProps<{ of: 'student' | 'class'; at: string; name: string }>()
const { data: formats } = useLoad<ReportFormat[]>(
  () => props.of,
  async () => (await ask(api.GET('/report-formats'))).filter((f) => f.for.includes(props.of)),
)
</script>

<template>
  <a
    v-for="f in formats" :key="f.name" class="tag" :href="`${at}?format=${f.name}`"
    :download="f.name === 'html' && props.of === 'class' ? undefined : `${name}.${f.ending}`"
  >{{ f.title }}</a>
</template>
