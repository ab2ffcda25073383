<script setup lang="ts">
import { useId } from 'vue'

/** A field of a form with its name and what there is to know of it. */
withDefaults(defineProps<{ label: string; hint?: string; type?: string; autocomplete?: string; required?: boolean; placeholder?: string }>(), {
  hint: '', type: 'text', autocomplete: 'off', required: false, placeholder: '',
})
const text = defineModel<string>({ required: true })
const id = useId()
</script>

<template>
  <div class="field">
    <label :for="id">{{ label }}</label>
    <input :id="id" v-model="text" class="form-control" :type="type" :autocomplete="autocomplete" :required="required" :placeholder="placeholder" :aria-describedby="hint ? `${id}-hint` : undefined">
    <p v-if="hint" :id="`${id}-hint`" class="hint">{{ hint }}</p>
  </div>
</template>
