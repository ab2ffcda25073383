<script setup lang="ts">
import { BButton } from 'bootstrap-vue-next/components/BButton'
import { ref, watch } from 'vue'

import type { DraftPlay } from '../../api/client'
import type { Desk } from '../../use/desk'

/** What chance or a hidden choice has fixed in a script: as text, drawn anew, or ship by ship. */
const props = defineProps<{ desk: Desk; play: DraftPlay }>()
const ship = defineModel<number>('ship', { required: true })
const down = defineModel<boolean>('down', { required: true })
const setup = ref(props.play.setup)
let drawn = 0
watch(
  () => props.play.setup,
  (next) => {
    setup.value = next
  },
)

async function set() {
  if (setup.value === props.play.setup) return
  const done = await props.desk.change({ do: 'set-script', script: props.play.number, setup: setup.value, at: props.play.at })
  if (!done) setup.value = props.play.setup
}
const draw = () => props.desk.change({ do: 'deal', script: props.play.number, at: ++drawn })
</script>

<template>
  <div class="desk-setup">
    <label v-if="play.setup" class="flex-grow-1">
      <span class="quiet">Set-up</span>
      <input v-model="setup" class="form-control form-control-sm mono" spellcheck="false" @change="set">
    </label>
    <BButton v-if="play.setup" size="sm" variant="outline-secondary" @click="draw">Draw another</BButton>
    <template v-if="desk.draft.value!.ships.length">
      <label v-if="play.setup">
        <span class="quiet">A click</span>
        <select v-model.number="ship" class="form-select form-select-sm">
          <option :value="0">shoots</option>
          <option v-for="(length, i) in desk.draft.value!.ships" :key="i" :value="i + 1">places ship {{ i + 1 }}, {{ length }} long</option>
        </select>
      </label>
      <label v-if="ship || !play.setup" class="d-flex gap-1"><input v-model="down" type="checkbox"> down</label>
    </template>
  </div>
</template>
