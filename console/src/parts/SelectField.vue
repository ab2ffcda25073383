<script setup lang="ts">
import FieldFrame from './FieldFrame.vue'

/** A field of a form in which one of several is chosen. */
withDefaults(defineProps<{ label: string; hint?: string; options: { value: string; text: string }[] }>(), { hint: '' })
const value = defineModel<string>({ required: true })
</script>

<template>
  <FieldFrame v-slot="{ id, described }" :label="label" :hint="hint">
    <select :id="id" v-model="value" class="form-select" :aria-describedby="described">
      <option v-for="o in options" :key="o.value" :value="o.value">{{ o.text }}</option>
    </select>
  </FieldFrame>
</template>
