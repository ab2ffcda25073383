<script setup lang="ts">
import FieldFrame from './FieldFrame.vue'

/** A field of a form with its name and what there is to know of it. */
withDefaults(
  defineProps<{ label: string; hint?: string; type?: string; autocomplete?: string; required?: boolean; placeholder?: string }>(),
  {
    hint: '',
    type: 'text',
    autocomplete: 'off',
    required: false,
    placeholder: '',
  },
)
const text = defineModel<string>({ required: true })
</script>

<template>
  <FieldFrame v-slot="{ id, described }" :label="label" :hint="hint">
    <input
      :id="id"
      v-model="text"
      class="form-control"
      :type="type"
      :autocomplete="autocomplete"
      :required="required"
      :placeholder="placeholder"
      :aria-describedby="described"
    >
  </FieldFrame>
</template>
