<script setup lang="ts">
import { computed } from 'vue'

import type { DryRun } from '../api/client'

/** How an assignment that need not be there yet grades what is known. */
const props = defineProps<{ dryRun: DryRun }>()
const missed = computed(() => props.dryRun.mistakes.filter((m) => m.points === props.dryRun.right))
const lost = computed(() => props.dryRun.program?.criteria.filter((c) => c.points < c.of) ?? [])
</script>

<template>
  <div role="status">
    <p>
      {{ dryRun.scripts }} scripts, of which students may see {{ dryRun.public }}; {{ dryRun.of }} points.
      <template v-if="dryRun.mistakes.length">
        <br><strong :class="dryRun.right === dryRun.of ? 'good' : 'bad'">A right program gets {{ dryRun.right }} of {{ dryRun.of }}.</strong>
        <br><strong :class="missed.length ? 'bad' : 'good'">
          {{ dryRun.mistakes.length - missed.length }} of {{ dryRun.mistakes.length }} known mistakes lose points.
        </strong>
      </template>
    </p>
    <ul v-if="missed.length">
      <li v-for="m in missed" :key="m.name" class="bad">{{ m.says }} It costs nothing.</li>
    </ul>
    <template v-if="dryRun.program">
      <pre v-if="dryRun.program.problem" class="screen mb-3">{{ dryRun.program.problem }}</pre>
      <template v-else>
        <p class="mb-1">
          <strong :class="dryRun.program.points === dryRun.of ? 'good' : 'bad'">Your program ({{ dryRun.program.language }}) gets {{ dryRun.program.points }} of {{ dryRun.of }}.</strong>
        </p>
        <ul v-if="lost.length">
          <li v-for="c in lost" :key="c.name">{{ c.title }}: {{ c.points }} of {{ c.of }}; {{ c.reason }}</li>
        </ul>
        <p v-if="lost.length" class="quiet">If the program is right, its wording is not understood: add it to the phrasebook.</p>
      </template>
    </template>
    <details v-if="dryRun.mistakes.length">
      <summary>What each mistake loses</summary>
      <table class="comparisons">
        <thead>
          <tr>
            <th scope="col">mistake</th>
            <th scope="col" class="number">gets</th>
            <th scope="col">loses</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="m in dryRun.mistakes" :key="m.name">
            <td>{{ m.says }}</td>
            <td class="number">{{ m.points }}</td>
            <td>{{ m.lost.join(', ') || 'nothing' }}</td>
          </tr>
        </tbody>
      </table>
    </details>
  </div>
</template>
