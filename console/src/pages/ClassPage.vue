<script setup lang="ts">
import { computed } from 'vue'

import { api, ask } from '../api/client'
import BarPlot from '../parts/BarPlot.vue'
import CourseCrumbs from '../parts/CourseCrumbs.vue'
import LoadState from '../parts/LoadState.vue'
import ReportLinks from '../parts/ReportLinks.vue'
import StateMark from '../parts/StateMark.vue'
import { useLoad } from '../use/load'
import { useTitle } from '../use/title'

const props = defineProps<{ id: string }>()
const { data: sum, error, loading, reload } = useLoad(() => props.id, () =>
  ask(api.GET('/runs/{id}/class', { params: { path: { id: Number(props.id) } } })))
useTitle(() => 'The class')

const bins = 10
const states = ['agrees', 'differs', 'not shown', 'not read', 'not reached', 'unsteady']
/** The upper ends of ten equal parts of the points; an end belongs to its part. */
const ends = computed(() => Array.from({ length: bins }, (_, i) => String(Math.round(((sum.value?.of ?? 0) * (i + 1) * 100) / bins) / 100)))
const totals = computed(() => {
  const counts = Array<number>(bins).fill(0)
  for (const t of sum.value?.totals ?? []) counts[Math.max(0, Math.ceil((t * bins) / (sum.value?.of || 1) - 1e-9) - 1)]!++
  return counts
})
const kept = computed(() => (sum.value?.criteria ?? []).map((c) => c.states?.['agrees'] ?? 0))
</script>

<template>
  <LoadState :loading="loading" :error="error" :ready="!!sum" @retry="reload">
    <template v-if="sum">
      <CourseCrumbs :course="sum.run.course" :assignment="sum.run.assignment" />
      <div class="row-between">
        <div>
          <h1>The class</h1>
          <span class="quiet">Run {{ sum.run.id }}: {{ sum.graded }} graded</span>
        </div>
        <div class="total">mean {{ sum.mean }}, median {{ sum.median }} of {{ sum.of }}</div>
      </div>
      <section v-if="sum.not_run.length" class="panel mt-3" aria-label="Not graded yet">
        <h2 class="mt-0">Not graded yet: {{ sum.not_run.length }}</h2>
        <p>These could not be built or started, or are not understood. Open one to see what it printed and what to do.</p>
        <ul class="d-flex flex-wrap gap-3 list-unstyled mb-0">
          <li v-for="m in sum.not_run" :key="m.result"><RouterLink :to="`/results/${m.result}`">{{ m.student }}</RouterLink></li>
        </ul>
      </section>
      <p v-if="!sum.graded" class="panel mt-3">No program is graded yet.</p>
      <template v-else>
        <div class="plots mt-3">
          <BarPlot title="Totals" :labels="ends" :values="totals" axis="students" />
          <BarPlot title="Who keeps each criterion" :labels="sum.criteria.map((c) => c.name)" :values="kept" :most="sum.graded" lying axis="students" />
        </div>
        <h2>Common mistakes</h2>
        <div class="panel scroll" tabindex="0" role="region" aria-label="Common mistakes">
          <table class="tally">
            <tbody>
              <tr v-for="m in sum.mistakes" :key="m.name">
                <td class="number">{{ m.students.length }}</td>
                <td>{{ m.says }} <span class="quiet">{{ m.name }}</span></td>
                <td>{{ m.students.join(', ') }}</td>
              </tr>
              <tr v-if="sum.unknown.length">
                <td class="number">{{ sum.unknown.length }}</td><td>Faults without a known mistake</td><td>{{ sum.unknown.join(', ') }}</td>
              </tr>
              <tr v-if="!sum.mistakes.length && !sum.unknown.length"><td>None was found.</td></tr>
            </tbody>
          </table>
        </div>
        <h2>Criteria</h2>
        <div class="panel scroll" tabindex="0" role="region" aria-label="Criteria">
          <table class="tally">
            <thead><tr><th scope="col">Criterion</th><th v-for="s in states" :key="s" scope="col" class="number"><StateMark :state="s" /></th></tr></thead>
            <tbody>
              <tr v-for="c in sum.criteria" :key="c.name">
                <td>{{ c.title }}<span v-if="c.title === sum.hardest" class="quiet">, the hardest</span></td>
                <td v-for="s in states" :key="s" class="number">{{ c.states?.[s] ?? '·' }}</td>
              </tr>
            </tbody>
          </table>
        </div>
        <details class="mt-3">
          <summary>{{ sum.quiet.length }} of {{ sum.scripts }} scripts show nobody's fault</summary>
          <p class="mt-2">{{ sum.quiet.join('; ') }}</p>
        </details>
        <p class="d-flex flex-wrap gap-2 mt-3">
          <ReportLinks of="class" :at="`/api/v1/runs/${sum.run.id}/report`" name="class" />
        </p>
      </template>
    </template>
  </LoadState>
</template>
