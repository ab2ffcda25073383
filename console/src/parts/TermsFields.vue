<script setup lang="ts">
import TextField from './TextField.vue'

/** When and how often students may hand in, and what programs may use. */
export interface TermsForm {
  opens_at: string
  due_at: string
  closes_at: string
  attempts: string
  tries: string
  seconds: string
  megabytes: string
}

defineProps<{ zone: string }>()
const terms = defineModel<TermsForm>({ required: true })
</script>

<template>
  <div class="fields">
    <TextField v-model="terms.opens_at" label="Opens" type="datetime-local" :hint="`${zone} time; empty for now`" />
    <TextField v-model="terms.due_at" label="Due" type="datetime-local" hint="Late submissions lose points as set in the suite" />
    <TextField v-model="terms.closes_at" label="Closes" type="datetime-local" hint="Nothing is handed in after it" />
    <TextField v-model="terms.attempts" label="Attempts" type="number" hint="How often a student may hand in; 0 for any number" />
    <TextField v-model="terms.tries" label="Tries a day" type="number" hint="How often a student may try the public scripts" />
    <TextField v-model="terms.seconds" label="Seconds over a step" type="number" hint="0 for the usual 3" />
    <TextField v-model="terms.megabytes" label="Megabytes of memory" type="number" hint="0 for the usual 512" />
  </div>
</template>
