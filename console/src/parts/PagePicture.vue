<script setup lang="ts">
import type { Evidence } from '../api/client'

/** How a page looked after a step, and what those are told who cannot see it. */
defineProps<{ result: number; step: Evidence['steps'][number] }>()
</script>

<template>
  <section class="panel" aria-label="The page">
    <img v-if="step.picture" class="page-picture" :src="`/api/v1/results/${result}/pictures/${step.picture}`" :alt="`The page after this step: ${step.says}`">
    <details v-if="step.outline.length">
      <summary>What is told of it to those who cannot see it</summary>
      <ul class="mb-0 mt-2">
        <li v-for="(line, i) in step.outline" :key="i">{{ line }}</li>
      </ul>
    </details>
  </section>
</template>
