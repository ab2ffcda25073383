<script setup lang="ts">
import { BButton } from 'bootstrap-vue-next/components/BButton'

import type { Pupil, RosterImport } from '../api/client'

/** What a roster's file would change. */
defineProps<{ changes: RosterImport }>()
defineEmits<{ keep: [] }>()
const says = (p: Pupil) => [p.full_name, p.number, p.mail].filter(Boolean).join(', ')
</script>

<template>
  <div class="mt-3" role="status">
    <p>Read as {{ changes.read }}.</p>
    <p><strong>{{ changes.added.length }} new</strong>, {{ changes.changed.length }} changed, {{ changes.unchanged }} unchanged.</p>
    <ul>
      <li v-for="p in changes.added" :key="p.name">new: {{ says(p) }}</li>
      <li v-for="p in changes.changed" :key="p.name">changed: {{ says(p) }}</li>
      <li v-for="p in changes.missing" :key="p.name" class="quiet">{{ says(p) }} is on the roster and not in the file, and stays</li>
      <li v-for="p in changes.problems" :key="p.entry" class="bad">{{ p.entry }}: {{ p.reason }}</li>
    </ul>
    <BButton variant="primary" :disabled="!changes.added.length && !changes.changed.length" @click="$emit('keep')">Apply</BButton>
  </div>
</template>
