<script setup lang="ts">
import { useId } from 'vue'

/** The name of a field and what there is to know of it; the field itself goes into the slot. */
withDefaults(defineProps<{ label: string; hint?: string }>(), { hint: '' })
const id = useId()
</script>

<template>
  <div class="field">
    <label :for="id">{{ label }}</label>
    <slot :id="id" :described="hint ? `${id}-hint` : undefined" />
    <p v-if="hint" :id="`${id}-hint`" class="hint">{{ hint }}</p>
  </div>
</template>
