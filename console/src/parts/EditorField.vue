<script setup lang="ts">
import { useId } from 'vue'

/** A field of a form for a longer text in a form of its own. */
withDefaults(defineProps<{ label: string; hint?: string; placeholder?: string }>(), { hint: '', placeholder: '' })
const text = defineModel<string>({ required: true })
const id = useId()
</script>

<template>
  <div class="field">
    <label :for="id">{{ label }}</label>
    <textarea :id="id" v-model="text" class="form-control editor" spellcheck="false" :placeholder="placeholder" :aria-describedby="hint ? `${id}-hint` : undefined"></textarea>
    <p v-if="hint" :id="`${id}-hint`" class="hint">{{ hint }}</p>
  </div>
</template>
