<script setup lang="ts">
import { useId } from 'vue'

/** A field of a form in which one of several is chosen. */
withDefaults(defineProps<{ label: string; hint?: string; options: { value: string; text: string }[] }>(), { hint: '' })
const value = defineModel<string>({ required: true })
const id = useId()
</script>

<template>
  <div class="field">
    <label :for="id">{{ label }}</label>
    <select :id="id" v-model="value" class="form-select" :aria-describedby="hint ? `${id}-hint` : undefined">
      <option v-for="o in options" :key="o.value" :value="o.value">{{ o.text }}</option>
    </select>
    <p v-if="hint" :id="`${id}-hint`" class="hint">{{ hint }}</p>
  </div>
</template>
