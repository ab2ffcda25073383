<script setup lang="ts">
import { ref, watch } from 'vue'

import { api, ask, type Channel } from '../api/client'
import { useLater } from '../use/later'
import type { Keys } from '../use/yamlKeys'
import EditorField from './EditorField.vue'
import type { TextProblem } from './CodeEditor.vue'

/** A phrasebook, page map or function book, checked while it is written. */
const props = withDefaults(defineProps<{ course: string; channel?: Channel; game: string; hint: string; placeholder?: string }>(), {
  channel: undefined,
  placeholder: '',
})
const text = defineModel<string>({ required: true })
const problem = ref<TextProblem>()
const { later, cancel } = useLater(400)

watch([text, () => props.channel?.name, () => props.game], () => {
  cancel()
  if (!text.value.trim() || !props.channel) {
    problem.value = undefined
    return
  }
  later(async (fresh) => {
    const body = { channel: props.channel!.name as 'terminal', game: props.game, settings: text.value }
    const answer = await ask(api.POST('/courses/{course}/desk/settings', { params: { path: { course: props.course } }, body })).catch(() => undefined)
    if (fresh()) problem.value = answer?.problem
  })
})
</script>

<template>
  <EditorField
    v-model="text" label="Phrasebook" language="yaml" :keys="(channel?.keys ?? {}) as Keys" :problem="problem" :hint="hint" :placeholder="placeholder"
  />
</template>
