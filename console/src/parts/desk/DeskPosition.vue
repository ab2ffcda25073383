<script setup lang="ts">
import { BButton } from 'bootstrap-vue-next/components/BButton'
import { computed, ref, watch } from 'vue'

import type { Desk } from '../../use/desk'
import GameBoard from '../GameBoard.vue'

/** A position that is set up as one likes: a script is made that leads to it, or it is said why none can. */
const props = defineProps<{ desk: Desk; rows: number; cols: number }>()
const draft = computed(() => props.desk.draft.value!)
const criterion = ref('')
const title = ref('')
const texts = ref<string[]>([])
const boards = ref<string[][][]>([])

const empty = () => Array.from({ length: props.rows }, () => Array.from({ length: props.cols }, () => ''))
function clear() {
  texts.value = draft.value.parts.map(() => '')
  boards.value = draft.value.parts.map(empty)
}
watch(() => [draft.value.variant, draft.value.parts.length], clear, { immediate: true })
watch(
  () => draft.value.criteria.map((c) => c.name).join(' '),
  () => {
    if (!draft.value.criteria.some((c) => c.name === criterion.value)) criterion.value = draft.value.criteria[0]?.name ?? ''
  },
  { immediate: true },
)

/** A click goes through the marks that a cell may hold. */
function pick(part: number, row: number, col: number) {
  const marks = ['', ...draft.value.parts[part]!.marks]
  const cells = boards.value[part]![row]!
  cells[col] = marks[(marks.indexOf(cells[col]!) + 1) % marks.length]!
  texts.value[part] = ''
}
const drawn = (part: number) => boards.value[part]!.map((row) => row.map((c) => c || '.').join(' ')).join('\n')
const drawing = (part: number) => texts.value[part]?.trim() || (draft.value.parts[part]!.board ? drawn(part) : '')

async function reach(how = '') {
  const parts = draft.value.parts.map((_, i) => drawing(i))
  const setup = draft.value.chosen?.setup ?? ''
  if (await props.desk.change({ do: 'add-position', criterion: criterion.value, title: title.value.trim(), parts, setup, how })) {
    clear()
    title.value = ''
  }
}
</script>

<template>
  <details class="panel mt-3">
    <summary>Set up a position</summary>
    <p class="quiet mt-2 mb-2">
      Durchgang finds the moves that lead there and makes a script of them.
      <template v-if="draft.gives">Where functions are called, a game can begin with any position, also one that cannot come about.</template>
      <template v-else-if="draft.chosen?.setup">It takes the set-up of the chosen script.</template>
    </p>
    <div class="boards">
      <div v-for="(part, i) in draft.parts" :key="part.title">
        <GameBoard v-if="part.board" :title="part.title" :board="boards[i] ?? []" playable @pick="(row, col) => pick(i, row, col)" />
        <label class="d-block mt-2">
          <span class="quiet">{{ part.board ? 'or paste a board' : part.title }}</span>
          <textarea v-if="part.board" v-model="texts[i]" class="form-control form-control-sm mono" rows="3" spellcheck="false"></textarea>
          <input v-else v-model="texts[i]" class="form-control form-control-sm mono" spellcheck="false">
        </label>
      </div>
    </div>
    <form class="desk-setup mt-2" @submit.prevent="reach()">
      <label>
        <span class="quiet">Criterion</span>
        <select v-model="criterion" class="form-select form-select-sm">
          <option v-for="c in draft.criteria" :key="c.name" :value="c.name">{{ c.title }}</option>
        </select>
      </label>
      <label class="flex-grow-1"><span class="quiet">Title</span> <input v-model="title" class="form-control form-control-sm" maxlength="200"></label>
      <BButton size="sm" type="submit" variant="primary" :disabled="!criterion">Find the moves</BButton>
      <BButton v-if="draft.gives" size="sm" variant="outline-secondary" :disabled="!criterion" @click="reach('given')">Begin with it: functions only</BButton>
      <BButton size="sm" variant="outline-secondary" @click="clear">Clear</BButton>
    </form>
  </details>
</template>
