<script setup>
import { computed, ref } from 'vue'

const cells = ref(Array(9).fill(''))
const moves = computed(() => cells.value.filter(Boolean).length)
const turn = computed(() => 'XO'[moves.value % 2])
const lines = [[0, 1, 2], [3, 4, 5], [6, 7, 8], [0, 3, 6], [1, 4, 7], [2, 5, 8], [0, 4, 8], [2, 4, 6]]
const line = computed(() => lines.find(([a, b, c]) => cells.value[a] && cells.value[a] === cells.value[b] && cells.value[a] === cells.value[c]))
const score = ref({ X: 0, O: 0 })

function play(i) {
  if (line.value || cells.value[i]) return
  const mark = turn.value
  cells.value[i] = mark
  if (line.value) score.value[mark]++
}
function again() {
  cells.value = Array(9).fill('')
}
</script>

<template>
  <h1>Noughts</h1>
  <p v-if="line">Winner: {{ cells[line[0]] }}</p>
  <p v-else-if="moves === 9">A tie</p>
  <p v-else>Next player: {{ turn }}</p>
  <TransitionGroup name="pop" tag="div" class="grid">
    <div v-for="(mark, i) in cells" :key="i" class="cell" :class="{ line: line?.includes(i) }" @click="play(i)">
      <Transition name="fade"><b v-if="mark">{{ mark }}</b></Transition>
    </div>
  </TransitionGroup>
  <button @click="again">New game</button>
  <p>X {{ score.X }} : {{ score.O }} O</p>
</template>

<style>
.grid { display: grid; grid-template-columns: repeat(3, 64px); gap: 3px; }
.cell { width: 60px; height: 60px; background: #eee; font-size: 36px; text-align: center; }
.cell.line { background: #cfc; }
.fade-enter-active, .fade-leave-active { transition: opacity 0.5s; }
.fade-enter-from, .fade-leave-to { opacity: 0; }
</style>
