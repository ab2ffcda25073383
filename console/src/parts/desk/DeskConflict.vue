<script setup lang="ts">
import { MergeView } from '@codemirror/merge'
import { EditorState } from '@codemirror/state'
import { EditorView, lineNumbers } from '@codemirror/view'
import { BButton } from 'bootstrap-vue-next/components/BButton'
import { onBeforeUnmount, onMounted, useTemplateRef } from 'vue'

/** Two versions of a suite side by side, after somebody else has saved one in the meantime. */
const props = defineProps<{ theirs: string; mine: string; revision: number; says: string }>()
defineEmits<{ mine: []; theirs: [] }>()
const host = useTemplateRef<HTMLElement>('host')
let view: MergeView | undefined

onMounted(() => {
  const side = (doc: string, label: string) => ({
    doc,
    extensions: [lineNumbers(), EditorState.readOnly.of(true), EditorView.lineWrapping, EditorView.contentAttributes.of({ 'aria-label': label })],
  })
  view = new MergeView({
    parent: host.value!,
    a: side(props.theirs, 'The suite that is saved'),
    b: side(props.mine, 'The suite on your desk'),
    collapseUnchanged: { margin: 2, minSize: 6 },
  })
})
onBeforeUnmount(() => view?.destroy())
</script>

<template>
  <section class="panel mb-3" aria-label="Two versions" role="alert">
    <h2 class="mt-0">Somebody else saved this suite in the meantime</h2>
    <p>{{ says }}</p>
    <div class="columns"><strong>Revision {{ revision }}, which is saved</strong><strong>On your desk</strong></div>
    <div ref="host" class="desk-merge"></div>
    <div class="d-flex flex-wrap gap-2 mt-2">
      <BButton variant="outline-primary" @click="$emit('mine')">Save mine as the newest revision</BButton>
      <BButton variant="outline-secondary" @click="$emit('theirs')">Take the saved one; mine stays under Undo</BButton>
    </div>
  </section>
</template>
