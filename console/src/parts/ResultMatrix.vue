<script setup lang="ts">
import { computed, ref } from 'vue'

import type { Matrix, Row } from '../api/client'
import StateMark from './StateMark.vue'

/** Students by criteria. */
const props = defineProps<{ matrix: Matrix }>()

type Order = 'student' | 'points'
const order = ref<Order>('student')

const rows = computed(() => {
  const sorted = [...props.matrix.rows]
  if (order.value === 'points') sorted.sort((a, b) => a.points - b.points || a.student.localeCompare(b.student))
  return sorted
})

const waiting: Record<Row['state'], string> = { queued: 'waiting', running: 'running …', failed: 'not run', done: '' }
</script>

<template>
  <div class="matrix-scroll" tabindex="0" role="region" aria-label="Students by criteria">
    <table class="matrix">
      <thead>
        <tr>
          <th scope="col" :aria-sort="order === 'student' ? 'ascending' : 'none'">
            <button type="button" class="sorter" @click="order = 'student'">Student {{ order === 'student' ? '▾' : '' }}</button>
          </th>
          <th scope="col" class="points" :aria-sort="order === 'points' ? 'ascending' : 'none'">
            <button type="button" class="sorter" @click="order = 'points'">Points {{ order === 'points' ? '▾' : '' }}</button>
          </th>
          <th v-for="c in matrix.criteria" :key="c.name" scope="col" :title="`${c.title} (${c.of} points)`">{{ c.name }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="row in rows" :key="row.result">
          <th scope="row"><RouterLink :to="`/results/${row.result}`">{{ row.student }}</RouterLink></th>
          <td class="points">
            <template v-if="row.state === 'done'">{{ row.points }} / {{ row.of }}</template>
            <span v-else class="quiet">{{ waiting[row.state] }}</span>
          </td>
          <td v-if="row.state === 'failed'" :colspan="matrix.criteria.length" class="text-start quiet text-truncate">
            {{ row.problem.split('\n')[0] }}
          </td>
          <template v-else>
            <td v-for="(c, i) in matrix.criteria" :key="c.name">
              <StateMark :state="row.cells[i] ?? waiting[row.state]" bare />
            </td>
          </template>
        </tr>
      </tbody>
    </table>
  </div>
  <p class="quiet mt-2 d-flex flex-wrap gap-3">
    <StateMark state="agrees" /> <StateMark state="differs" /> <StateMark state="not shown" />
    <span>Point at a heading to read its rule; open a student to see what went wrong.</span>
  </p>
</template>
