<script setup lang="ts">
import { BButton } from 'bootstrap-vue-next/components/BButton'
import { computed } from 'vue'

import type { Strength } from '../../api/client'
import type { Desk } from '../../use/desk'

/** What the suite catches of the known mistakes, and scripts that would catch more. */
const props = defineProps<{ desk: Desk }>()
const strength = computed(() => props.desk.strength.value)
type Hole = Strength['holes'][number]
const groups = computed(() => {
  const holes = strength.value?.holes ?? []
  const missed = holes.filter((h) => h.mistakes.length === 1)
  const untold = holes.filter((h) => h.mistakes.length === 2)
  const all: [string, Hole[]][] = [['Not caught', missed], ['Not told apart', untold]]
  return all.filter(([, list]) => list.length)
})
const percent = computed(() => (strength.value?.known ? (100 * strength.value.caught) / strength.value.known : 0))

/** What the script does that closes a hole. */
const does = (h: Hole) => (h.mistakes.length === 1 ? `shows ${h.mistakes[0]}` : `tells ${h.mistakes.join(' from ')}`)
const add = (h: Hole) => props.desk.change({ do: 'add-script', criterion: h.criterion, setup: h.setup, words: h.script, title: does(h) })
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
      <template v-for="[title, holes] in groups" :key="title">
        <h3>{{ title }}</h3>
        <ul class="desk-holes">
          <li v-for="h in holes" :key="h.mistakes.join()">
            {{ h.says.join(' / ') }}
            <span v-if="h.script" class="d-flex gap-2 align-items-center">
              <code class="desk-words">{{ h.script }}</code>
              <BButton size="sm" variant="outline-primary" :aria-label="`Add a script that ${does(h)}`" @click="add(h)">Add</BButton>
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
