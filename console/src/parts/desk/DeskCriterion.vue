<script setup lang="ts">
import { BButton } from 'bootstrap-vue-next/components/BButton'
import { ref, watch } from 'vue'

import type { Draft } from '../../api/client'
import type { Desk } from '../../use/desk'

/** A criterion in the outline: its points, and when it is open its title and its scripts. */
const props = defineProps<{ desk: Desk; criterion: Draft['criteria'][number]; open: boolean; place: number; dragging: boolean }>()
const emit = defineEmits<{ toggle: []; drag: [script: number]; land: [place: number]; move: [by: number] }>()

const title = ref(props.criterion.title)
const points = ref(String(props.criterion.points))
const claims = ref(props.criterion.claims.join(' '))
watch(
  () => props.criterion,
  (c) => {
    title.value = c.title
    points.value = String(c.points)
    claims.value = c.claims.join(' ')
  },
)
const set = (fields: object) => props.desk.change({ do: 'set-criterion', criterion: props.criterion.name, ...fields })

async function setPoints() {
  const before = String(props.criterion.points)
  if (points.value !== before && !(await set({ points: points.value.trim() }))) points.value = before
}
async function setTitle() {
  if (title.value !== props.criterion.title && !(await set({ title: title.value.trim() }))) title.value = props.criterion.title
}
const setClaims = () => set({ claims: claims.value.split(/[\s,]+/).filter(Boolean) })
const addScript = () => props.desk.change({ do: 'add-script', criterion: props.criterion.name })
const setPublic = (script: number, to: boolean) => props.desk.change({ do: 'set-script', script, public: to })

function key(event: KeyboardEvent, script: number, place: number) {
  const by = { ArrowUp: -1, ArrowDown: 1 }[event.key]
  if (!event.altKey || !by) return
  event.preventDefault()
  if (!script) emit('move', by)
  else if (place + by >= 0) void props.desk.change({ do: 'move-script', script, at: place + by })
}
</script>

<template>
  <li :class="{ 'desk-land': dragging }" @dragover.prevent @drop.prevent.stop="emit('land', criterion.scripts.length)">
    <div class="desk-head" draggable="true" @dragstart.stop="emit('drag', 0)">
      <button
        :id="`desk-${criterion.name}`" type="button" class="desk-toggle" :aria-expanded="open" aria-keyshortcuts="Alt+ArrowUp Alt+ArrowDown"
        @click="emit('toggle')" @keydown="key($event, 0, place)"
      >
        <span aria-hidden="true">{{ open ? '▾' : '▸' }}</span> {{ criterion.title }}
      </button>
      <input
        v-model="points" class="form-control form-control-sm desk-points" inputmode="decimal" :aria-label="`Points of ${criterion.name}`"
        @change="setPoints" @keydown.enter.prevent="setPoints"
      >
    </div>
    <div v-if="open" class="desk-body">
      <ol class="desk-scripts">
        <li
          v-for="(s, i) in criterion.scripts" :key="s.number" draggable="true"
          @dragstart.stop="emit('drag', s.number)" @dragover.prevent @drop.prevent.stop="emit('land', i)"
        >
          <button
            type="button" class="step" :class="{ 'step-current': desk.script.value === s.number }" :aria-current="desk.script.value === s.number || undefined"
            aria-keyshortcuts="Alt+ArrowUp Alt+ArrowDown" @click="desk.choose(s.number, s.steps)" @keydown="key($event, s.number, i)"
          >
            <span>{{ s.title }}</span>
            <span v-if="s.problem" class="step-sign" :title="s.problem.message">!<span class="visually-hidden"> {{ s.problem.message }}</span></span>
          </button>
          <label class="desk-public" title="Students may see it and try their programs with it">
            <input type="checkbox" :checked="s.public" :aria-label="`${s.title}: public`" @change="setPublic(s.number, !s.public)"> public
          </label>
        </li>
      </ol>
      <p v-if="!criterion.scripts.length" class="quiet mb-1">No script yet.</p>
      <BButton size="sm" variant="outline-secondary" @click="addScript">Add a script</BButton>
      <details class="mt-2">
        <summary>Edit the criterion</summary>
        <div class="desk-form">
          <label>Title <input v-model="title" class="form-control form-control-sm" maxlength="200" @change="setTitle"></label>
          <label>Charged for <input v-model="claims" class="form-control form-control-sm mono" @change="setClaims"></label>
          <label class="d-flex gap-2"><input type="checkbox" :checked="criterion.shared" @change="set({ shared: !criterion.shared })"> each script earns its part</label>
          <div class="d-flex gap-2">
            <BButton size="sm" variant="outline-secondary" @click="emit('move', -1)">Up</BButton>
            <BButton size="sm" variant="outline-secondary" @click="emit('move', 1)">Down</BButton>
            <BButton size="sm" variant="outline-danger" @click="desk.change({ do: 'drop-criterion', criterion: criterion.name })">Remove</BButton>
          </div>
        </div>
      </details>
    </div>
  </li>
</template>
