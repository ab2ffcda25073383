<script setup lang="ts">
import { BButton } from 'bootstrap-vue-next/components/BButton'
import { computed } from 'vue'

import type { Strength } from '../../api/client'
import type { Desk } from '../../use/desk'

/** What the suite catches of the known mistakes, and scripts that would catch more. */
const props = defineProps<{ desk: Desk }>()
const strength = computed(() => props.desk.strength.value)
const missed = computed(() => strength.value?.holes.filter((h) => h.mistakes.length === 1) ?? [])
const untold = computed(() => strength.value?.holes.filter((h) => h.mistakes.length === 2) ?? [])
const percent = computed(() => (strength.value?.known ? (100 * strength.value.caught) / strength.value.known : 0))

const add = (h: Strength['holes'][number]) =>
  props.desk.change({
    do: 'add-script', criterion: h.criterion, setup: h.setup, words: h.script,
    title: h.mistakes.length === 1 ? `shows ${h.mistakes[0]}` : `tells ${h.mistakes.join(' from ')}`,
  })
</script>

<template>
  <section class="panel" aria-label="What it catches">
    <h2 class="mt-0">What it catches</h2>
    <p v-if="strength?.open" class="quiet mb-0">
      Programs have a part in the course of these scripts. What is caught is known only with a program: try one under Dry run.
    </p>
    <template v-else-if="strength">
      <p class="mb-1" role="status">
        <strong :class="strength.caught >= strength.known ? 'good' : 'bad'">{{ strength.caught }} of {{ strength.known }}</strong> known mistakes
        <span v-if="desk.searching.value" class="quiet"> · looking …</span>
      </p>
      <div class="desk-bar" aria-hidden="true"><span :style="{ width: `${percent}%` }"></span></div>
      <p class="quiet mb-2">{{ strength.untold }} of {{ strength.pairs }} pairs cannot be told apart.</p>
      <template v-if="missed.length">
        <h3>Not caught</h3>
        <ul class="desk-holes">
          <li v-for="h in missed" :key="h.mistakes[0]">
            {{ h.says[0] }}
            <span v-if="h.script" class="d-flex gap-2 align-items-center">
              <code class="desk-words">{{ h.script }}</code>
              <BButton size="sm" variant="outline-primary" :aria-label="`Add a script that shows ${h.mistakes[0]}`" @click="add(h)">Add</BButton>
            </span>
            <span v-else-if="h.note" class="quiet d-block">{{ h.note }}</span>
          </li>
        </ul>
      </template>
      <template v-if="untold.length">
        <h3>Not told apart</h3>
        <ul class="desk-holes">
          <li v-for="h in untold" :key="h.mistakes.join()">
            {{ h.says[0] }} / {{ h.says[1] }}
            <span v-if="h.script" class="d-flex gap-2 align-items-center">
              <code class="desk-words">{{ h.script }}</code>
              <BButton size="sm" variant="outline-primary" :aria-label="`Add a script that tells ${h.mistakes.join(' from ')}`" @click="add(h)">Add</BButton>
            </span>
            <span v-else-if="h.note" class="quiet d-block">{{ h.note }}</span>
          </li>
        </ul>
      </template>
      <p v-if="strength.more" class="quiet">{{ strength.more }} more are listed as these are closed.</p>
      <details v-if="strength.idle.length">
        <summary>{{ strength.idle.length }} of {{ strength.scripts }} scripts add nothing to this</summary>
        <ul class="desk-holes quiet"><li v-for="t in strength.idle" :key="t">{{ t }}</li></ul>
      </details>
    </template>
    <p v-else class="quiet mb-0">{{ desk.searching.value ? 'Measuring …' : 'It is measured once the text is understood.' }}</p>
  </section>
</template>
