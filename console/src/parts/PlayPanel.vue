<script setup lang="ts">
import { BButton } from 'bootstrap-vue-next/components/BButton'
import { computed, nextTick, onBeforeUnmount, ref, shallowRef, useTemplateRef, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'

import { api, ask, type Guide, type Table } from '../api/client'
import GameBoard from './GameBoard.vue'

/** A game that one can play on the page, by the reference rules. */
const props = defineProps<{ guide: Guide }>()

const route = useRoute()
const router = useRouter()
const table = shallowRef<Table>()
const error = ref('')
const busy = ref(false)
const typed = ref('')
const against = ref(typeof route.query.against === 'string' ? route.query.against : '')
const log = useTemplateRef('log')
let gone = false
const last = computed(() => table.value?.tries.at(-1))
const status = computed(() => (table.value?.result || (table.value ? `${table.value.to_move} to move` : '')))

async function send(setup: string, moves: string[]) {
  busy.value = true
  error.value = ''
  try {
    const seed = Math.floor(Math.random() * 1_000_000_000)
    const body = { variant: props.guide.variant, setup, seed, moves, ...(against.value && { against: against.value }) }
    table.value = await ask(api.POST('/play', { body }))
    remember(table.value)
    await nextTick()
    log.value?.scrollTo({ top: log.value.scrollHeight })
  } catch (failure) {
    error.value = failure instanceof Error ? failure.message : String(failure)
  } finally {
    busy.value = false
  }
}

/** Keeps the moves in the address, so that a game outlives its page; not what is hidden. */
function remember(t: Table) {
  if (t.setup || gone) return
  void router.replace({ query: { move: t.tries.map((m) => m.move), ...(against.value && { against: against.value }) } })
}

function move(text: string) {
  if (busy.value || !table.value || !text.trim()) return
  typed.value = ''
  void send(table.value.setup, [...table.value.tries.map((t) => t.move), text.trim()])
}

function pick(row: number, col: number) {
  const letter = String.fromCharCode(97 + col)
  move(props.guide.kind === 'column' ? letter : `${letter}${row + 1}`)
}

function restart() {
  table.value = undefined
  void send('', [])
}
watch(against, restart)
onBeforeUnmount(() => {
  gone = true
})
void send('', [route.query.move ?? []].flat().map(String))
</script>

<template>
  <section class="panel" aria-label="Play">
    <div class="row-between mb-3">
      <p class="play-status mb-0" role="status">{{ status }}</p>
      <div class="d-flex gap-2 align-items-center">
        <label v-if="!guide.solo" class="d-flex gap-2 align-items-center quiet">
          Second player
          <select v-model="against" class="form-select form-select-sm w-auto">
            <option value="">a person</option>
            <option v-for="player in guide.house" :key="player.name" :value="player.name">house player: {{ player.name }}</option>
          </select>
        </label>
        <BButton size="sm" variant="outline-secondary" @click="restart">New game</BButton>
      </div>
    </div>
    <p v-if="error" class="refused" role="alert">{{ error }}</p>
    <div v-if="table?.boards.length" class="boards play-boards mb-3">
      <GameBoard v-for="board in table.boards" :key="board.title" :title="board.title && `Board of ${board.title}`" :board="board.rows" playable @pick="pick" />
    </div>
    <p v-if="table?.boards.some((b) => b.title)" class="quiet mb-2"><code>#</code> hit, <code>o</code> miss, <code>=</code> ship</p>
    <ul v-if="table?.lines.length" class="play-lines"><li v-for="(line, i) in table.lines" :key="i">{{ line }}</li></ul>
    <form class="d-flex flex-wrap gap-2 mb-2" @submit.prevent="move(typed)">
      <input v-model="typed" class="form-control form-control-sm play-input" aria-label="Move" placeholder="type a move" autocomplete="off" maxlength="200">
      <BButton size="sm" type="submit" variant="primary" :disabled="busy">Move</BButton>
      <BButton v-for="verb in guide.buttons" :key="verb" size="sm" variant="outline-secondary" @click="move(verb)">{{ verb }}</BButton>
    </form>
    <p v-if="last?.refused" class="refused" role="alert"><strong>{{ last.move }} is refused:</strong> {{ last.refused }}</p>
    <ol v-if="table?.tries.length" ref="log" class="play-log" aria-label="Moves so far">
      <li v-for="(t, i) in table.tries" :key="i" :class="{ 'play-refused': t.refused }">
        <span class="quiet">{{ t.player || 'after the end' }}</span> <code>{{ t.move }}</code>
        <span v-if="t.refused" class="ms-2">✗ refused: {{ t.refused }}</span>
        <span v-else-if="t.says.length" class="ms-2">{{ t.says.join(', ') }}</span>
      </li>
    </ol>
    <p v-else class="quiet mb-0">{{ guide.moves }}<template v-if="guide.board"> Or choose it on the board.</template></p>
  </section>
</template>
