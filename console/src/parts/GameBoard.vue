<script setup lang="ts">
import { computed } from 'vue'

/**
 * A board as rows of marks. Cells in which it differs from other are marked; on a playable
 * one each cell is a button.
 */
const props = defineProps<{ title: string; board: string[][]; other?: string[][]; playable?: boolean }>()
defineEmits<{ pick: [row: number, col: number] }>()

const letters = computed(() => (props.board[0] ?? []).map((_, i) => String.fromCharCode(97 + i)))
const names: Record<string, string> = { '#': 'hit', o: 'miss', '=': 'ship' }

function wrong(row: number, col: number): boolean {
  const other = props.other
  return other !== undefined && other.length > 0 && other[row]?.[col] !== props.board[row]?.[col]
}

function content(mark: string): string {
  return (names[mark] ?? mark) || 'free'
}
</script>

<template>
  <figure class="m-0">
    <figcaption class="quiet mb-1">{{ title }}</figcaption>
    <table v-if="board.length" class="board" :class="{ 'board-large': letters.length > 8 }" :aria-label="title">
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
            <button
              v-if="playable" type="button" class="cell" :aria-label="`${letters[col]}${row + 1}, ${content(mark)}`"
              @click="$emit('pick', row, col)"
            >
              {{ mark }}
            </button>
            <template v-else>
              <span aria-hidden="true">{{ mark }}</span>
              <span class="visually-hidden">{{ content(mark) }}{{ wrong(row, col) ? ', differs' : '' }}</span>
            </template>
          </td>
        </tr>
      </tbody>
    </table>
    <p v-else class="board-empty quiet m-0">The program printed no board at this step.</p>
  </figure>
</template>
