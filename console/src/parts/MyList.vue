<script setup lang="ts">
import type { Mine } from '../api/client'
import { onClock } from '../use/clock'

/** A student's assignments, with what is to be done. */
defineProps<{ mine: Mine[] }>()

function stand(m: Mine): string {
  if (m.result) return `${m.result.points} of ${m.result.of} points`
  if (m.handed_in.length) return 'handed in'
  return m.open ? 'to be handed in' : m.shut
}
</script>

<template>
  <p v-if="!mine.length" class="panel mt-3">There is no assignment yet.</p>
  <div v-else class="panel scroll mt-3" tabindex="0" role="region" aria-label="Your assignments">
    <table class="comparisons">
      <thead><tr><th scope="col">assignment</th><th scope="col">due</th><th scope="col">status</th></tr></thead>
      <tbody>
        <tr v-for="m in mine" :key="m.assignment">
          <th scope="row"><RouterLink :to="`/courses/${m.course}/${m.assignment}/mine`">{{ m.title }}</RouterLink></th>
          <td>{{ onClock(m.due_at, m.zone) || 'any time' }}</td>
          <td>{{ stand(m) }}</td>
        </tr>
      </tbody>
    </table>
  </div>
</template>
