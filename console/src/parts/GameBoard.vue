<script setup lang="ts">
import { computed } from 'vue'

/** A board as rows of marks. Cells in which it differs from other are marked. */
const props = defineProps<{ title: string; board: string[][]; other?: string[][] }>()

const letters = computed(() => (props.board[0] ?? []).map((_, i) => String.fromCharCode(97 + i)))

function wrong(row: number, col: number): boolean {
  const other = props.other
  return other !== undefined && other.length > 0 && other[row]?.[col] !== props.board[row]?.[col]
}
</script>

<template>
  <figure class="m-0">
    <figcaption class="quiet mb-1">{{ title }}</figcaption>
    <table v-if="board.length" class="board" :aria-label="title">
      <thead>
        <tr>
          <td class="corner"></td>
          <th v-for="letter in letters" :key="letter" scope="col">{{ letter }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(cells, row) in board" :key="row">
          <th scope="row">{{ row + 1 }}</th>
          <td v-for="(mark, col) in cells" :key="col" :class="{ wrong: wrong(row, col) }">
            <span aria-hidden="true">{{ mark }}</span>
            <span class="visually-hidden">{{ mark || 'free' }}{{ wrong(row, col) ? ', differs' : '' }}</span>
          </td>
        </tr>
      </tbody>
    </table>
    <p v-else class="board-empty quiet m-0">The program printed no board at this step.</p>
  </figure>
</template>
