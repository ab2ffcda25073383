<script setup lang="ts">
import { computed, ref } from 'vue'

import type { Matrix, Row } from '../api/client'
import MatrixFilters, { type Choice } from './MatrixFilters.vue'
import StateMark from './StateMark.vue'

/** Students by criteria. */
const props = defineProps<{ matrix: Matrix }>()

/** What rows are sorted by: a criterion by its number. */
type Order = 'student' | 'points' | 'group' | number
const order = ref<Order>('student')
const choice = ref<Choice>({ criterion: '', mistake: '', group: 0 })

const weight: Record<string, number> = { differs: 0, unsteady: 1, 'not read': 2, 'not reached': 3, 'not shown': 4, agrees: 5 }

const rows = computed(() => {
  const { criterion, mistake, group } = choice.value
  const at = props.matrix.criteria.findIndex((c) => c.name === criterion)
  const shown = props.matrix.rows.filter(
    (r) =>
      (at < 0 || (r.cells[at] ?? 'agrees') !== 'agrees') && (!mistake || r.mistakes.includes(mistake)) && (!group || r.group === group),
  )
  const by = order.value
  const key = (r: Row) =>
    by === 'points' ? r.points : by === 'group' ? r.group || Infinity : typeof by === 'number' ? (weight[r.cells[by] ?? ''] ?? 6) : 0
  const open = (r: Row) => (r.state === 'failed' ? 0 : r.cells.includes('not read') ? 1 : 2) // somebody has to look at it
  return shown.sort((a, b) => open(a) - open(b) || key(a) - key(b) || a.student.localeCompare(b.student))
})

const waiting: Record<Row['state'], string> = {
  queued: 'waiting',
  running: 'running …',
  failed: 'not graded',
  cancelled: 'cancelled',
  done: '',
}
const sorted = (by: Order) => (order.value === by ? 'ascending' : 'none')
const arrow = (by: Order) => (order.value === by ? '▾' : '')
</script>

<template>
  <MatrixFilters v-model="choice" :matrix="matrix">
    <span class="quiet" role="status">{{ rows.length }} of {{ matrix.rows.length }} students</span>
  </MatrixFilters>
  <div class="matrix-scroll" tabindex="0" role="region" aria-label="Students by criteria">
    <table class="matrix">
      <thead>
        <tr>
          <th scope="col" :aria-sort="sorted('student')">
            <button type="button" class="sorter" @click="order = 'student'">Student {{ arrow('student') }}</button>
          </th>
          <th scope="col" class="points" :aria-sort="sorted('points')">
            <button type="button" class="sorter" @click="order = 'points'">Points {{ arrow('points') }}</button>
          </th>
          <th v-for="(c, i) in matrix.criteria" :key="c.name" scope="col" :title="`${c.title} (${c.of} points)`" :aria-sort="sorted(i)">
            <button type="button" class="sorter" @click="order = i">{{ c.name }} {{ arrow(i) }}</button>
          </th>
          <th scope="col" :aria-sort="sorted('group')">
            <button type="button" class="sorter" title="Programs of one group do the same" @click="order = 'group'">
              Group {{ arrow('group') }}
            </button>
          </th>
          <th scope="col" class="faults">Mistakes</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="row in rows" :key="row.result">
          <th scope="row">
            <RouterLink :to="`/results/${row.result}`">{{ row.student }}</RouterLink>
          </th>
          <td class="points">
            <template v-if="row.state === 'done'">
              {{ row.points }} / {{ row.of
              }}<span v-if="row.by_hand" class="quiet" title="Points were given by hand">, by hand</span><span v-if="row.attempts > 1" class="quiet">, best of {{ row.attempts }}</span>
            </template>
            <span v-else class="quiet">{{ waiting[row.state] }}</span>
          </td>
          <td v-if="row.state === 'failed'" :colspan="matrix.criteria.length + 2" class="text-start quiet text-truncate">
            {{ row.problem.split('\n')[0] }}
          </td>
          <template v-else>
            <td v-for="(c, i) in matrix.criteria" :key="c.name"><StateMark :state="row.cells[i] ?? waiting[row.state]" bare /></td>
            <td>{{ row.group || '' }}</td>
            <td class="faults">{{ row.mistakes.join(', ') }}</td>
          </template>
        </tr>
        <tr v-if="!rows.length">
          <td :colspan="matrix.criteria.length + 4" class="quiet">No student matches this filter.</td>
        </tr>
      </tbody>
    </table>
  </div>
  <p class="quiet mt-2 d-flex flex-wrap gap-3">
    <StateMark v-for="s in Object.keys(weight).reverse()" :key="s" :state="s" />
    <span>Point at a heading to read its rule; open a student to see what went wrong.</span>
  </p>
</template>
