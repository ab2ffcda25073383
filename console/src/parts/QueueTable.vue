<script setup lang="ts">
import type { Workload } from '../api/client'

/** Who grades, and what waits. */
defineProps<{ workload: Workload }>()
</script>

<template>
  <div class="columns">
    <section class="panel">
      <h2 class="mt-0">Workers</h2>
      <p v-if="!workload.workers.length" class="bad mb-0">No worker is running. Start the service with workers, or <code>durchgang work</code>.</p>
      <table v-else class="comparisons">
        <thead>
          <tr>
            <th scope="col">worker</th>
            <th scope="col">since</th>
            <th scope="col" class="number">at work</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="w in workload.workers" :key="w.id">
            <th scope="row" class="variant">{{ w.id }}</th>
            <td>{{ new Date(w.started_at).toLocaleString() }}</td>
            <td class="number">{{ w.running }}</td>
          </tr>
        </tbody>
      </table>
    </section>
    <section class="panel">
      <h2 class="mt-0">Queue</h2>
      <p v-if="!workload.queue.length" class="quiet mb-0">Nothing waits.</p>
      <table v-else class="comparisons">
        <thead>
          <tr>
            <th scope="col">run</th>
            <th scope="col">by</th>
            <th scope="col" class="number">waits</th>
            <th scope="col" class="number">at work</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="q in workload.queue" :key="q.run">
            <th scope="row">
              {{ q.course }}, {{ q.assignment }}
              <span class="quiet">{{ q.kind === 'try' ? 'a try' : `run ${q.run}` }}<template v-if="q.paused">, paused</template></span>
            </th>
            <td>{{ q.login }}</td>
            <td class="number">{{ q.queued }}</td>
            <td class="number">{{ q.running }}</td>
          </tr>
        </tbody>
      </table>
    </section>
  </div>
</template>
