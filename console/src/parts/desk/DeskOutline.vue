<script setup lang="ts">
import { BButton } from 'bootstrap-vue-next/components/BButton'
import { computed, nextTick, ref, watch } from 'vue'

import type { Desk } from '../../use/desk'
import DeskCriterion from './DeskCriterion.vue'

/** The criteria of a suite with their points and scripts: to choose, order, add and drop. */
const props = defineProps<{ desk: Desk }>()
const draft = computed(() => props.desk.draft.value!)
const open = ref('')
const adding = ref(false)
const name = ref('')
const title = ref('')
const dragged = ref<{ criterion: string; script: number }>()

watch(
  () => draft.value.chosen?.criterion,
  (criterion) => {
    if (criterion) open.value = criterion
  },
  { immediate: true },
)

async function add() {
  if (!(await props.desk.change({ do: 'add-criterion', name: name.value.trim(), title: title.value.trim() }))) return
  open.value = name.value.trim()
  name.value = title.value = ''
  adding.value = false
}

/** Drops what is dragged before a criterion, or a script at a place of one. */
async function drop(criterion: string, place: number) {
  const from = dragged.value
  dragged.value = undefined
  if (!from) return
  if (from.script) {
    await props.desk.change({ do: 'move-script', script: from.script, criterion, at: place })
  } else if (from.criterion !== criterion) {
    const names = draft.value.criteria.map((c) => c.name)
    const to = names.indexOf(criterion)
    await props.desk.change({ do: 'move-criterion', criterion: from.criterion, at: to })
  }
}

async function move(criterion: string, by: number) {
  const at = draft.value.criteria.findIndex((c) => c.name === criterion) + by
  if (at < 0 || at >= draft.value.criteria.length) return
  await props.desk.change({ do: 'move-criterion', criterion, at })
  await nextTick()
  document.getElementById(`desk-${criterion}`)?.focus()
}
</script>

<template>
  <section class="panel desk-outline" aria-label="Criteria and scripts">
    <div class="row-between mb-2">
      <h2 class="m-0">Criteria</h2>
      <span class="number"><strong>{{ draft.total }}</strong> points</span>
    </div>
    <ol class="desk-criteria">
      <DeskCriterion
        v-for="(c, i) in draft.criteria"
        :key="c.name"
        :desk="desk"
        :criterion="c"
        :open="open === c.name"
        :place="i"
        :dragging="!!dragged"
        @toggle="open = open === c.name ? '' : c.name"
        @drag="(script) => (dragged = { criterion: c.name, script })"
        @land="(place) => drop(c.name, place)"
        @move="(by) => move(c.name, by)"
      />
    </ol>
    <p v-if="!draft.criteria.length" class="quiet">No criteria yet. A criterion is a rule that earns points.</p>
    <form v-if="adding" class="desk-form" @submit.prevent="add">
      <label>Title <input v-model="title" class="form-control form-control-sm" placeholder="A line wins" required maxlength="200"></label>
      <label>Name <input v-model="name" class="form-control form-control-sm" placeholder="lines" required maxlength="40"></label>
      <div class="d-flex gap-2">
        <BButton size="sm" type="submit" variant="primary">Add</BButton>
        <BButton size="sm" variant="outline-secondary" @click="adding = false">Cancel</BButton>
      </div>
    </form>
    <BButton v-else size="sm" variant="outline-secondary" @click="adding = true">Add a criterion</BButton>
  </section>
</template>
