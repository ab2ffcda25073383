<script setup lang="ts">
import FieldFrame from './FieldFrame.vue'

/** A field of a form for a longer text in a form of its own. */
withDefaults(defineProps<{ label: string; hint?: string; placeholder?: string }>(), { hint: '', placeholder: '' })
const text = defineModel<string>({ required: true })
</script>

<template>
  <FieldFrame v-slot="{ id, described }" :label="label" :hint="hint">
    <textarea :id="id" v-model="text" class="form-control editor" spellcheck="false" :placeholder="placeholder" :aria-describedby="described"></textarea>
  </FieldFrame>
</template>
