<script setup lang="ts">
import type { Step } from '../api/client'

/** The steps of a script; the one with the first difference is marked, its echo is dimmed. */
defineProps<{ steps: Step[]; difference: number }>()
const current = defineModel<number>({ required: true })
</script>

<template>
  <ol class="steps" aria-label="Steps">
    <li v-for="(step, i) in steps" :key="i">
      <button
        type="button" class="step" :class="{ 'step-echo': step.echo }"
        :aria-current="i === current ? 'step' : undefined" @click="current = i"
      >
        <span class="step-number">{{ i }}</span>
        <code>{{ step.word }}</code>
        <span v-if="i === difference" class="step-sign">✗ first difference</span>
        <span v-else-if="step.echo" class="visually-hidden">after the first difference</span>
      </button>
    </li>
  </ol>
</template>
