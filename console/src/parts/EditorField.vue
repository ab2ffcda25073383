<script setup lang="ts">
import { defineAsyncComponent, useId } from 'vue'

import type { Keys } from '../use/yamlKeys'
import type { TextProblem } from './CodeEditor.vue'

/** A field of a form for a longer text in a form of its own. */
withDefaults(
  defineProps<{ label: string; language: 'suite' | 'yaml' | 'plain'; hint?: string; placeholder?: string; keys?: Keys; problem?: TextProblem }>(),
  { hint: '', placeholder: '', keys: () => ({}), problem: undefined },
)
const text = defineModel<string>({ required: true })
const CodeEditor = defineAsyncComponent(() => import('./CodeEditor.vue'))
const id = useId()
</script>

<template>
  <div class="field">
    <span>{{ label }}</span>
    <CodeEditor
      v-model="text" :label="label" :language="language" :placeholder="placeholder" :keys="keys" :problem="problem"
      :described-by="hint ? `${id}-hint` : undefined"
    />
    <p v-if="problem" class="bad mb-0" role="status">Line {{ problem.line }}: {{ problem.message }}</p>
    <p v-if="hint" :id="`${id}-hint`" class="hint">{{ hint }}</p>
  </div>
</template>
