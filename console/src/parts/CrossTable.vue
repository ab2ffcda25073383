<script setup lang="ts">
import { computed } from 'vue'

import type { ContestPage } from '../api/client'
import { playerName } from '../use/contest'

/** The points of each against each, in the order of the standings. */
const props = defineProps<{ page: ContestPage }>()
const cross = computed(() => props.page.cross!)

/** How good a cell is: from 0 for nothing to 1 for all points. */
function share(row: number, col: number): number {
  return cross.value.cells[row]![col]! / (cross.value.games[row]![col] || 1)
}
</script>

<template>
  <div class="scroll panel" tabindex="0" role="region" aria-label="Results of each against each">
    <table class="cross">
      <thead>
        <tr><th scope="col" colspan="2">points against</th><th v-for="(player, i) in cross.order" :key="player" scope="col" :title="playerName(page.contest, player)">{{ i + 1 }}</th></tr>
      </thead>
      <tbody>
        <tr v-for="(player, row) in cross.order" :key="player">
          <td class="number">{{ row + 1 }}</td>
          <th scope="row">{{ playerName(page.contest, player) }}</th>
          <td
            v-for="(points, col) in cross.cells[row]" :key="col"
            :class="{ same: row === col, ahead: points >= 0 && share(row, col) > 0.5, behind: points >= 0 && share(row, col) < 0.5 }"
          >
            <template v-if="row !== col && points >= 0">{{ points }}<span class="quiet"> / {{ cross.games[row]![col] }}</span></template>
          </td>
        </tr>
      </tbody>
    </table>
  </div>
</template>
