<script setup lang="ts">
import { BProgress } from 'bootstrap-vue-next/components/BProgress'

import type { Run } from '../api/client'

/** How far a run has come. */
defineProps<{ run: Run }>()
</script>

<template>
  <div role="status" class="my-2">
    <template v-if="run.state === 'done'">
      <span class="quiet">Run {{ run.id }}, {{ run.total }} graded, {{ new Date(run.finished_at ?? run.created_at).toLocaleString() }}</span>
    </template>
    <template v-else>
      <span>Run {{ run.id }}: {{ run.done }} of {{ run.total }} graded</span>
      <BProgress :value="run.done" :max="run.total" height="0.6rem" class="mt-1" :aria-label="`Run ${run.id}`" />
    </template>
  </div>
</template>
