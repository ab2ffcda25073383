<script setup lang="ts">
import { computed, nextTick, useTemplateRef, watch } from 'vue'

import type { Step } from '../api/client'

/** What was typed and printed until the current step, as on the terminal. */
const props = defineProps<{ steps: Step[]; current: number }>()

interface Piece { text: string; typed: boolean; past: boolean }

const pieces = computed<Piece[]>(() =>
  props.steps.slice(0, props.current + 1).flatMap((step, i) =>
    step.events.map((event) => ({
      text: event.typed ? `${event.text}⏎\n` : event.text,
      typed: event.typed,
      past: i < props.current,
    })),
  ),
)

const screen = useTemplateRef<HTMLElement>('screen')
watch(pieces, async () => {
  await nextTick()
  if (screen.value) screen.value.scrollTop = screen.value.scrollHeight
}, { immediate: true })
</script>

<template>
  <!-- One line on purpose: blanks between the pieces would be printed. -->
  <!-- eslint-disable-next-line vue/html-closing-bracket-newline, vue/multiline-html-element-content-newline -->
  <pre ref="screen" class="screen" tabindex="0" aria-label="Terminal"><span v-for="(piece, i) in pieces" :key="i" :class="{ 'screen-typed': piece.typed, 'screen-past': piece.past && !piece.typed }">{{ piece.text }}</span></pre>
</template>
