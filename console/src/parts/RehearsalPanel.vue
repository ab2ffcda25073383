<script setup lang="ts">
import { computed } from 'vue'

import type { Rehearsal } from '../api/client'

/** How an assignment that need not be there yet grades what is known. */
const props = defineProps<{ rehearsal: Rehearsal }>()
const missed = computed(() => props.rehearsal.mistakes.filter((m) => m.points === props.rehearsal.right))
const lost = computed(() => props.rehearsal.program?.criteria.filter((c) => c.points < c.of) ?? [])
</script>

<template>
  <div role="status">
    <p>
      {{ rehearsal.scripts }} scripts, of which students may see {{ rehearsal.public }}; {{ rehearsal.of }} points.
      <template v-if="rehearsal.mistakes.length">
        <br><strong :class="rehearsal.right === rehearsal.of ? 'good' : 'bad'">A right program gets {{ rehearsal.right }} of {{ rehearsal.of }}.</strong>
        <br><strong :class="missed.length ? 'bad' : 'good'">{{ rehearsal.mistakes.length - missed.length }} of {{ rehearsal.mistakes.length }} known mistakes lose points.</strong>
      </template>
    </p>
    <ul v-if="missed.length"><li v-for="m in missed" :key="m.name" class="bad">{{ m.says }} It costs nothing.</li></ul>
    <template v-if="rehearsal.program">
      <pre v-if="rehearsal.program.problem" class="screen mb-3">{{ rehearsal.program.problem }}</pre>
      <template v-else>
        <p class="mb-1"><strong :class="rehearsal.program.points === rehearsal.of ? 'good' : 'bad'">Your program ({{ rehearsal.program.language }}) gets {{ rehearsal.program.points }} of {{ rehearsal.of }}.</strong></p>
        <ul v-if="lost.length"><li v-for="c in lost" :key="c.name">{{ c.title }}: {{ c.points }} of {{ c.of }}; {{ c.reason }}</li></ul>
        <p v-if="lost.length" class="quiet">If the program is right, its words are not understood: the phrasebook says what they mean.</p>
      </template>
    </template>
    <details v-if="rehearsal.mistakes.length">
      <summary>What each mistake loses</summary>
      <table class="comparisons">
        <thead><tr><th scope="col">mistake</th><th scope="col" class="number">gets</th><th scope="col">loses</th></tr></thead>
        <tbody><tr v-for="m in rehearsal.mistakes" :key="m.name"><td>{{ m.says }}</td><td class="number">{{ m.points }}</td><td>{{ m.lost.join(', ') || 'nothing' }}</td></tr></tbody>
      </table>
    </details>
  </div>
</template>
