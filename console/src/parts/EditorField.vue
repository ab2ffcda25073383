<script setup lang="ts">
import { defineAsyncComponent, useId } from 'vue'

/** A field of a form for a longer text in a form of its own. */
withDefaults(defineProps<{ label: string; language: 'suite' | 'yaml' | 'plain'; hint?: string; placeholder?: string }>(), { hint: '', placeholder: '' })
const text = defineModel<string>({ required: true })
const CodeEditor = defineAsyncComponent(() => import('./CodeEditor.vue'))
const id = useId()
</script>

<template>
  <div class="field">
    <span>{{ label }}</span>
    <CodeEditor v-model="text" :label="label" :language="language" :placeholder="placeholder" :described-by="hint ? `${id}-hint` : undefined" />
    <p v-if="hint" :id="`${id}-hint`" class="hint">{{ hint }}</p>
  </div>
</template>
