<script setup lang="ts">
import { BButton } from 'bootstrap-vue-next/components/BButton'
import { computed, ref } from 'vue'

import type { Pupil } from '../api/client'

/** The students of a course. */
const props = defineProps<{ roster: Pupil[]; teaches: boolean }>()
defineEmits<{ invite: [Pupil]; drop: [Pupil]; forget: [Pupil] }>()

const find = ref('')
const shown = computed(() => {
  const word = find.value.trim().toLowerCase()
  return props.roster.filter((p) => `${p.name} ${p.full_name} ${p.number} ${p.mail}`.toLowerCase().includes(word))
})
</script>

<template>
  <p v-if="!roster.length" class="quiet mb-0">
    The roster is empty. Without one, submissions are kept by the name they were handed in under.
  </p>
  <template v-else>
    <label class="d-flex gap-2 align-items-center mb-2"><span class="quiet">Find</span><input v-model="find" class="form-control form-control-sm find-input" type="search"></label>
    <div class="scroll" tabindex="0" role="region" aria-label="Roster">
      <table class="comparisons">
        <thead>
          <tr>
            <th scope="col">name</th>
            <th scope="col">number</th>
            <th scope="col">mail</th>
            <th scope="col">account</th>
            <th scope="col" class="number">handed in</th>
            <th v-if="teaches" scope="col">actions</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="p in shown" :key="p.name">
            <th scope="row">
              {{ p.full_name }} <span class="quiet">{{ p.name }}</span>
            </th>
            <td>{{ p.number }}</td>
            <td>{{ p.mail }}</td>
            <td>{{ p.login ? (p.chosen ? p.login : 'no password yet') : 'none' }}</td>
            <td class="number">{{ p.handed_in }}</td>
            <td v-if="teaches" class="text-nowrap">
              <BButton v-if="!p.chosen" size="sm" variant="link" :aria-label="`Link for ${p.full_name}`" @click="$emit('invite', p)">
                Link
              </BButton>
              <BButton size="sm" variant="link" :aria-label="`Remove: ${p.full_name}`" @click="$emit('drop', p)">Remove</BButton>
              <BButton
                size="sm"
                variant="link"
                class="bad"
                :aria-label="`Delete all of ${p.full_name}`"
                @click="$emit('forget', p)"
              >
                Delete
              </BButton>
            </td>
          </tr>
        </tbody>
      </table>
    </div>
  </template>
</template>
