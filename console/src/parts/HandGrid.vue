<script setup lang="ts">
import { computed } from 'vue'

import type { ContestPlayer } from '../api/client'
import { fixed } from '../use/contest'

/** What the first decision with each two cards has cost against each open card. */
const props = defineProps<{ hands: ContestPlayer['hands'] }>()
const ups = [2, 3, 4, 5, 6, 7, 8, 9, 10, 1]
const kinds = ['', 'soft ', 'pair ']

const rows = computed(() => {
  const names = [...new Set(props.hands.map((h) => h.hand))]
  const rank = (name: string) => kinds.findIndex((k) => k && name.startsWith(k)) * 100 + Number(name.replace(/\D/g, ''))
  return names.sort((a, b) => rank(a) - rank(b))
})
const cells = computed(() => new Map(props.hands.map((h) => [`${h.hand} ${h.up}`, h])))
const cell = (hand: string, up: number) => cells.value.get(`${hand} ${up}`)
const signs: Record<string, string> = { hit: 'H', stand: 'S', double: 'D', split: 'P', surrender: 'R' }
</script>

<template>
  <div class="panel scroll" tabindex="0" role="region" aria-label="Decisions">
    <p class="quiet">
      H hit, S stand, D double, P split, R surrender. Where a decision has cost something, the arrow leads to the best one, with the cost in
      bets.
    </p>
    <table class="cross hands">
      <thead>
        <tr>
          <th scope="col">hand</th>
          <th v-for="up in ups" :key="up" scope="col">{{ up === 1 ? 'A' : up }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="hand in rows" :key="hand">
          <th scope="row">{{ hand }}</th>
          <td
            v-for="up in ups"
            :key="up"
            :class="{ ahead: cell(hand, up) && cell(hand, up)!.cost < 1e-9, behind: cell(hand, up) && cell(hand, up)!.cost >= 1e-9 }"
          >
            <template v-if="cell(hand, up)">
              {{ signs[cell(hand, up)!.move] ?? cell(hand, up)!.move
              }}<small v-if="cell(hand, up)!.cost >= 1e-9">
                → {{ signs[cell(hand, up)!.best] }} {{ cell(hand, up)!.cost < 0.005 ? '< 0.01' : fixed(cell(hand, up)!.cost, 2) }}</small>
            </template>
          </td>
        </tr>
      </tbody>
    </table>
  </div>
</template>
