<script setup lang="ts">
import type { Finding } from '../api/client'

/** One step at which program and reference part. */
defineProps<{ finding: Finding; result: number; number: number }>()
</script>

<template>
  <article class="finding">
    <RouterLink :to="`/results/${result}/scripts/${number}`">{{ finding.script }}, step {{ finding.step }}</RouterLink>
    <dl class="pair">
      <dt>expected</dt>
      <dd>{{ finding.expected }}</dd>
      <dt>seen</dt>
      <dd>{{ finding.seen || 'nothing of it was shown' }}</dd>
    </dl>
  </article>
</template>
