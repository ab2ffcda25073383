<script setup lang="ts">
import { computed } from 'vue'

import type { ContestPage } from '../api/client'
import { bestShare, contestPath, fixed, mean, percent, playerName } from '../use/contest'

/** How everyone stands, with how sure that is: intervals that hold 95 of 100. */
const props = defineProps<{ page: ContestPage }>()

const c = computed(() => props.page.contest)
const alone = computed(() => !!c.value.measure)
const rows = computed(() => props.page.ranking.rows)
const knockout = computed(() => rows.value.some((r) => r.progress))
const valued = computed(() => rows.value.some((r) => r.quality.moves > 0))
const value = (i: number) => (alone.value ? rows.value[i]!.mean.mean : rows.value[i]!.strength)
const half = (i: number) => 1.96 * rows.value[i]!.error
const ends = computed(() => {
  const lows = rows.value.map((_, i) => value(i) - half(i))
  const highs = rows.value.map((_, i) => value(i) + half(i))
  return { low: Math.min(...lows), wide: Math.max(...highs) - Math.min(...lows) || 1 }
})
const at = (v: number) => `${(100 * (v - ends.value.low)) / ends.value.wide}%`
const next = (i: number) => (i + 1 < rows.value.length ? percent(Math.min(props.page.ranking.ahead[i]![i + 1]!, 0.999)) : '')
</script>

<template>
  <div class="scroll panel" tabindex="0" role="region" aria-label="Standings">
    <table class="comparisons standings">
      <thead>
        <tr>
          <th scope="col" class="number"><span class="visually-hidden">place</span></th>
          <th scope="col">player</th>
          <th v-if="knockout" scope="col">came to</th>
          <template v-if="alone"><th scope="col" class="number">{{ c.measure }}</th><th scope="col" class="number">house’s best</th></template>
          <template v-else>
            <th scope="col" class="number">points</th>
            <th scope="col" class="number" title="won, drawn, lost">w / d / l</th>
          </template>
          <th scope="col" class="range-column">{{ alone ? 'mean' : 'strength' }}, 95 % interval</th>
          <th scope="col" class="number">better than the next</th>
          <th v-if="valued" scope="col" class="number">best moves</th>
          <th v-if="valued && !alone" scope="col" class="number" title="games that were won for sure, and not won">thrown</th>
          <th v-if="valued && alone" scope="col" class="number" title="what a decision has cost on average, in bets">cost a move</th>
          <th scope="col" class="number">fouls</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(r, i) in rows" :key="r.player" :class="{ mine: r.player === c.you }">
          <td class="number">{{ r.place }}</td>
          <th scope="row"><RouterLink :to="`${contestPath(c)}/players/${r.player}`">{{ playerName(c, r.player) }}</RouterLink></th>
          <td v-if="knockout">{{ r.progress }}</td>
          <template v-if="alone"><td class="number">{{ mean(c, r.mean.mean) }}</td><td class="number">{{ mean(c, r.house) }}</td></template>
          <template v-else>
            <td class="number">{{ r.points }}</td>
            <td class="number">{{ r.wins }} / {{ r.draws }} / {{ r.losses }}</td>
          </template>
          <td>
            <div class="range" role="img" :aria-label="`${mean(c, value(i))} ± ${mean(c, half(i))}`" :title="`${mean(c, value(i))} ± ${mean(c, half(i))}`">
              <span class="range-bar" :style="{ left: at(value(i) - half(i)), right: `calc(100% - ${at(value(i) + half(i))})` }"></span>
              <span class="range-dot" :style="{ left: at(value(i)) }"></span>
            </div>
          </td>
          <td class="number">{{ next(i) }}</td>
          <td v-if="valued" class="number">{{ bestShare(r) }}</td>
          <td v-if="valued && !alone" class="number">{{ r.quality.moves ? r.quality.thrown : '' }}</td>
          <td v-if="valued && alone" class="number">{{ r.quality.moves ? fixed(r.quality.cost / r.quality.moves, 3) : '' }}</td>
          <td class="number" :class="{ bad: r.fouls > 0 }">{{ r.fouls || '' }}</td>
        </tr>
      </tbody>
    </table>
  </div>
</template>
