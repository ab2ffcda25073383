<script setup lang="ts">
import { computed, ref } from 'vue'

import type { Mistake } from '../api/client'

/** Known mistakes by family; find narrows them to those with a word. */
const props = defineProps<{ mistakes: Mistake[] }>()

const find = ref('')

const families = computed(() => {
  const word = find.value.trim().toLowerCase()
  const found = props.mistakes.filter((m) => `${m.name} ${m.teacher} ${m.student}`.toLowerCase().includes(word))
  return [...Map.groupBy(found, (m) => m.family)]
})
</script>

<template>
  <label class="d-flex gap-2 align-items-center mb-2">
    <span class="quiet">Find</span>
    <input v-model="find" class="form-control form-control-sm find-input" type="search" placeholder="a word, as in line">
  </label>
  <table class="comparisons mistakes">
    <thead><tr><th scope="col">mistake</th><th scope="col">what happens</th><th scope="col">what a student is told</th></tr></thead>
    <tbody>
      <tr v-for="[family, list] in families" :key="family">
        <th scope="row">{{ family }}</th>
        <td v-if="list.length === 1">{{ list[0]?.teacher }}</td>
        <td v-else>
          <details :open="!!find.trim()">
            <summary>{{ list.length }} kinds</summary>
            <ul class="mb-0 ps-3"><li v-for="m in list" :key="m.name"><code>{{ m.name }}</code> {{ m.teacher }}</li></ul>
          </details>
        </td>
        <td>{{ list[0]?.student }}</td>
      </tr>
      <tr v-if="!families.length"><td colspan="3" class="quiet">No known mistake has “{{ find }}” in it.</td></tr>
    </tbody>
  </table>
</template>
