<script setup lang="ts">
import { BButton } from 'bootstrap-vue-next/components/BButton'
import { ref, watch } from 'vue'

import type { Import } from '../api/client'

/** What became of a class's archive, and a decision for each entry that fits nobody for certain. */
const props = defineProps<{ report: Import; students: { value: string; text: string }[]; back: string }>()
const emit = defineEmits<{ decide: [decisions: Record<string, string>] }>()

/** Stands for nobody, whom the service knows by an empty name. */
const nobody = '-'
const choice = ref<Record<string, string>>({})
watch(() => props.report, (r) => {
  choice.value = Object.fromEntries(r.unmatched.map((e) => [e.entry, e.candidates[0] ?? nobody]))
}, { immediate: true })

const decide = () => emit('decide', Object.fromEntries(
  Object.entries(choice.value).map(([entry, student]) => [entry, student === nobody ? '' : student])))
</script>

<template>
  <section class="panel mb-3" role="status" aria-label="Result">
    <p><strong>{{ report.added.length }} handed in</strong>, {{ report.unchanged.length }} unchanged.</p>
    <ul v-if="report.problems.length">
      <li v-for="p in report.problems" :key="p.entry" class="bad text-break"><strong>{{ p.entry }}</strong>: {{ p.reason }}</li>
    </ul>
    <form v-if="report.unmatched.length" @submit.prevent="decide">
      <h2>Unmatched submissions</h2>
      <table class="comparisons mb-2">
        <thead><tr><th scope="col">entry</th><th scope="col">student</th></tr></thead>
        <tbody>
          <tr v-for="e in report.unmatched" :key="e.entry">
            <th scope="row" class="text-break">{{ e.entry }}</th>
            <td>
              <select v-model="choice[e.entry]" class="form-select form-select-sm" :aria-label="`Student of ${e.entry}`">
                <option :value="nobody">leave out</option>
                <option v-for="s in students.filter((x) => x.value)" :key="s.value" :value="s.value">{{ s.text }}</option>
              </select>
            </td>
          </tr>
        </tbody>
      </table>
      <BButton type="submit" variant="primary">Confirm</BButton>
    </form>
    <RouterLink v-else class="btn btn-primary" :to="back">On to grading</RouterLink>
  </section>
</template>
