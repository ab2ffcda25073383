<script setup lang="ts">
import { BButton } from 'bootstrap-vue-next/components/BButton'
import { ref } from 'vue'

import type { Transcript } from '../api/client'

defineProps<{ lines: Transcript['lines']; meanings: Transcript['meanings'] }>()
const emit = defineEmits<{ mean: [key: string, phrase: string] }>()

const phrase = ref('')

/** Takes the words that are selected in the transcript. */
function select() {
  const text = window.getSelection()?.toString().trim() ?? ''
  if (text) phrase.value = (text.split('\n')[0] ?? '').trim()
}

function choose(line: string) {
  if (!window.getSelection()?.toString().trim()) phrase.value = line.trim()
}

function mean(key: string) {
  emit('mean', key, phrase.value)
  phrase.value = ''
}
</script>

<template>
  <div v-if="phrase" class="meaning" role="group" aria-label="What it means">
    <p class="mb-2">“<strong class="mono">{{ phrase }}</strong>” means</p>
    <div class="d-flex flex-wrap gap-1">
      <BButton v-for="m in meanings" :key="m.key" size="sm" variant="outline-primary" @click="mean(m.key)">{{ m.says }}</BButton>
      <BButton size="sm" variant="link" @click="phrase = ''">never mind</BButton>
    </div>
  </div>
  <ol class="transcript" @mouseup="select">
    <li v-for="(line, i) in lines" :key="i" :class="{ typed: line.typed, read: line.says.length }">
      <button v-if="!line.typed" type="button" class="words" @click="choose(line.text)">{{ line.text }}</button>
      <span v-else class="words">{{ line.text || '(an empty line)' }} ⏎</span>
      <template v-for="(s, k) in line.says" :key="k">
        <span v-if="lines[i - 1]?.says[k] !== s" class="says">{{ s }}</span>
      </template>
    </li>
  </ol>
</template>
