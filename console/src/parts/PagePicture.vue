<script setup lang="ts">
import type { Evidence } from '../api/client'

/** How a page looked after a step. */
defineProps<{ result: number; step: Evidence['steps'][number] }>()
</script>

<template>
  <figure class="m-0">
    <figcaption class="quiet mb-1">Page</figcaption>
    <img class="page-picture" :src="`/api/v1/results/${result}/pictures/${step.picture}`" :alt="`The page after this step: ${step.says}`">
  </figure>
</template>
