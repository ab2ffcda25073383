<script setup lang="ts">
import { BButton } from 'bootstrap-vue-next/components/BButton'
import { computed, ref, watch } from 'vue'

import type { DraftPlay } from '../../api/client'
import type { Desk } from '../../use/desk'
import GameBoard from '../GameBoard.vue'
import DeskSetup from './DeskSetup.vue'
import DeskSteps from './DeskSteps.vue'

/** The chosen script, played by the rules: each click or line adds a step after the current one. */
const props = defineProps<{ desk: Desk; play: DraftPlay }>()
const typed = ref('')
const line = ref('')
const ship = ref(0) // that a click on a board places, from 1; 0 shoots
const down = ref(false)
const title = ref(props.play.title)
watch(
  () => [props.play.number, props.play.title],
  () => {
    title.value = props.play.title
    ship.value = 0
  },
)
const draft = computed(() => props.desk.draft.value!)
const table = computed(() => props.play.table)
const status = computed(() => table.value.result || (table.value.to_move ? `${table.value.to_move} to move` : ''))
const last = computed(() => props.play.steps[props.play.at - 1])

const insert = (words: string) => props.desk.change({ do: 'insert', script: props.play.number, at: props.play.at, words })

async function add() {
  if (typed.value.trim() && (await insert(typed.value.trim()))) typed.value = ''
}
async function addLine() {
  if (await insert(JSON.stringify(line.value))) line.value = ''
}
const leave = () => insert(`leave ${JSON.stringify(line.value || 'quit')}`)

/** A click on the n-th board: a ship is placed, or a move is made. */
function pick(board: number, row: number, col: number) {
  const letter = String.fromCharCode(97 + col)
  const cell = `${letter}${row + 1}`
  if (ship.value) {
    const player = draft.value.players.indexOf(table.value.boards[board]!.title) + 1
    const words = cell + (down.value ? 'v' : '>')
    void props.desk.change({ do: 'place-ship', script: props.play.number, player, ship: ship.value, words, at: props.play.at })
  } else {
    void insert(draft.value.kind === 'column' ? letter : draft.value.kind === 'ship' ? cell + (down.value ? 'v' : '>') : cell)
  }
}

async function rename() {
  const done = await props.desk.change({ do: 'set-script', script: props.play.number, title: title.value.trim(), at: props.play.at })
  if (!done) title.value = props.play.title
}
</script>

<template>
  <section class="panel" aria-label="Script">
    <input v-model="title" class="form-control desk-title" aria-label="Title of the script" maxlength="200" @change="rename">
    <DeskSetup v-if="play.setup || draft.ships.length" v-model:ship="ship" v-model:down="down" :desk="desk" :play="play" />
    <p v-if="play.open" class="quiet">
      The program has a part in the course of this script, so that it is known only with one. Edit it as text, and try it with a program.
    </p>
    <div class="desk-table">
      <div v-if="!play.open" class="desk-board" :class="{ 'desk-board-one': table.boards.length === 1 }">
        <p class="play-status mb-2" role="status">
          {{ status }}<span v-if="last?.refused" class="bad"> · {{ last.word }} must be refused: {{ last.refused }}</span>
        </p>
        <div v-if="table.boards.length" class="boards play-boards mb-2">
          <GameBoard
            v-for="(board, i) in table.boards" :key="board.title" :title="board.title && `Board of ${board.title}`" :board="board.rows" playable
            @pick="(row, col) => pick(i, row, col)"
          />
        </div>
        <ul v-if="table.lines.length" class="play-lines">
          <li v-for="(text, i) in table.lines" :key="i">{{ text }}</li>
        </ul>
        <div v-if="play.keys.length" class="desk-keys" role="group" aria-label="Moves">
          <button v-for="k in play.keys" :key="k" type="button" class="btn btn-sm btn-outline-secondary" @click="insert(k)">{{ k }}</button>
        </div>
        <div class="desk-acts">
          <form class="d-flex gap-2" @submit.prevent="add">
            <input v-model="typed" class="form-control form-control-sm play-input" aria-label="Move" placeholder="type moves" autocomplete="off" maxlength="2000">
            <BButton size="sm" type="submit" variant="primary">Add</BButton>
          </form>
          <BButton size="sm" variant="outline-secondary" :disabled="!table.result" @click="insert('again')">Another game</BButton>
          <details class="desk-more">
            <summary>More steps</summary>
            <form class="d-flex flex-wrap gap-2 mt-1" @submit.prevent="addLine">
              <input v-model="line" class="form-control form-control-sm play-input" aria-label="A line that is not a move" placeholder="a line that is not a move" autocomplete="off" maxlength="200">
              <BButton size="sm" type="submit" variant="outline-secondary">Type it: must be refused</BButton>
              <BButton size="sm" variant="outline-secondary" @click="leave">Type it: must end the program</BButton>
              <BButton size="sm" variant="outline-secondary" @click="insert('reload')">Reload the page</BButton>
            </form>
          </details>
        </div>
      </div>
      <div class="desk-list"><DeskSteps :desk="desk" :play="play" /></div>
    </div>
  </section>
</template>
