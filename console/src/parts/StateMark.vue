<script setup lang="ts">
import { computed } from 'vue'

/** A state by shape, word and colour. With bare the word is for screen readers only. */
const props = defineProps<{ state: string; bare?: boolean }>()

const signs: Record<string, string> = { agrees: '✓', differs: '✗', 'not shown': '–', 'not read': '?', 'not reached': '○', unsteady: '≈' }
const sign = computed(() => signs[props.state] ?? '·')
const kind = computed(() => (props.state in signs ? props.state.replace(' ', '-') : 'waiting'))
</script>

<template>
  <span class="state" :class="`state-${kind}`" :title="state">
    <span class="state-sign" aria-hidden="true">{{ sign }}</span>
    <span :class="{ 'visually-hidden': bare }">{{ state }}</span>
  </span>
</template>
