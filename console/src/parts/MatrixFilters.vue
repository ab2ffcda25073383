<script setup lang="ts">
import { BFormSelect } from 'bootstrap-vue-next/components/BFormSelect'
import { computed } from 'vue'

import type { Matrix } from '../api/client'

/** What of a matrix is shown; an empty choice is everything. */
export interface Choice { criterion: string; mistake: string; group: number }

const props = defineProps<{ matrix: Matrix }>()
const choice = defineModel<Choice>({ required: true })

const criteria = computed(() => [
  { value: '', text: 'every criterion' },
  ...props.matrix.criteria.map((c) => ({ value: c.name, text: `not kept: ${c.name}` })),
])
const mistakes = computed(() => {
  const names = [...new Set(props.matrix.rows.flatMap((r) => r.mistakes))].sort()
  return [{ value: '', text: 'every mistake' }, ...names.map((m) => ({ value: m, text: m }))]
})
const groups = computed(() => {
  const most = Math.max(0, ...props.matrix.rows.map((r) => r.group))
  return [{ value: 0, text: 'every group' }, ...Array.from({ length: most }, (_, i) => ({ value: i + 1, text: `group ${i + 1}` }))]
})
</script>

<template>
  <div class="filters" role="group" aria-label="What is shown">
    <BFormSelect v-model="choice.criterion" size="sm" aria-label="Criterion" :options="criteria" />
    <BFormSelect v-model="choice.mistake" size="sm" aria-label="Mistake" :options="mistakes" />
    <BFormSelect v-model="choice.group" size="sm" aria-label="Group" :options="groups" />
    <slot />
  </div>
</template>
