<script setup lang="ts">
import { computed } from 'vue'

import type { Guide } from '../api/client'
import ParameterForm from './ParameterForm.vue'
import SelectField from './SelectField.vue'
import TextField from './TextField.vue'

/** Which game something is about, what people call it, and its short name. */
defineProps<{ games: { name: string; title: string }[]; guide?: Guide; short: string }>()
const game = defineModel<string>('game', { required: true })
const title = defineModel<string>('title', { required: true })
const name = defineModel<string>('name', { required: true })
const kind = computed({
  get: () => game.value.split(':')[0]!,
  set: (chosen) => {
    game.value = chosen
  },
})
</script>

<template>
  <div class="fields">
    <SelectField v-model="kind" label="Game" :options="games.map((g) => ({ value: g.name, text: g.title }))" />
    <TextField v-model="title" label="Title" :placeholder="guide?.title" hint="What students read" />
    <TextField v-model="name" label="Short name" :placeholder="short" hint="For addresses and commands" />
  </div>
  <details v-if="guide">
    <summary>Other rules: size, run, fleet and the like</summary>
    <ParameterForm :guide="guide" nested class="mt-2" @choose="(v) => (game = v)" />
  </details>
</template>
