<script setup lang="ts">
import { computed } from 'vue'

import type { DryRun } from '../api/client'

/** How an assignment that need not be there yet grades what is known. */
const props = withDefaults(defineProps<{ dryRun: DryRun; matrix?: boolean }>(), { matrix: false })
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
    <details v-if="dryRun.mistakes.length" :open="matrix">
      <summary>What each mistake loses</summary>
      <div class="scroll desk-matrix" tabindex="0" role="region" aria-label="Mistakes by criteria">
        <table class="cross">
          <thead>
            <tr>
              <th scope="col">mistake</th>
              <th v-for="c in dryRun.criteria" :key="c.name" scope="col" :title="c.title">{{ c.name }}</th>
              <th scope="col" class="number">gets</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="m in dryRun.mistakes" :key="m.name">
              <th scope="row" class="desk-mistake">{{ m.says }}</th>
              <td v-for="c in dryRun.criteria" :key="c.name" :class="{ behind: m.lost.includes(c.name) }">
                <template v-if="m.lost.includes(c.name)">−{{ c.of }}<span class="visually-hidden"> lost</span></template>
              </td>
              <td class="number" :class="{ bad: m.points === dryRun.right }">{{ m.points }}</td>
            </tr>
          </tbody>
        </table>
      </div>
    </details>
  </div>
</template>
