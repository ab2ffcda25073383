<script setup lang="ts">
import { yaml } from '@codemirror/lang-yaml'
import { HighlightStyle, syntaxHighlighting } from '@codemirror/language'
import { lintGutter, setDiagnostics } from '@codemirror/lint'
import { Compartment, EditorState } from '@codemirror/state'
import { EditorView, placeholder as hintOf } from '@codemirror/view'
import { tags } from '@lezer/highlight'
import { basicSetup } from 'codemirror'
import { onBeforeUnmount, onMounted, useTemplateRef, watch } from 'vue'

import { suiteLanguage } from '../use/suiteLanguage'
import { yamlKeys, type Keys } from '../use/yamlKeys'

export interface TextProblem {
  line: number
  column: number
  message: string
}

/** An editor for a suite, YAML or other text, with the first problem marked where it is. Escape, then Tab, leaves it. */
const props = withDefaults(
  defineProps<{
    id?: string
    label: string
    language: 'suite' | 'yaml' | 'plain'
    problem?: TextProblem
    placeholder?: string
    aspects?: string[]
    criteria?: string[]
    moves?: string[]
    keys?: Keys
    describedBy?: string
  }>(),
  {
    id: undefined,
    problem: undefined,
    placeholder: '',
    aspects: () => [],
    criteria: () => [],
    moves: () => [],
    keys: () => ({}),
    describedBy: undefined,
  },
)
const text = defineModel<string>({ required: true })
const host = useTemplateRef<HTMLElement>('host')
const names = new Compartment()
let view: EditorView | undefined

const colours = syntaxHighlighting(
  HighlightStyle.define([
    { tag: tags.keyword, color: 'var(--dg-brand)', fontWeight: '700' },
    { tag: tags.propertyName, color: 'var(--dg-brand)' },
    { tag: [tags.string, tags.content], color: 'var(--dg-agrees)' },
    { tag: tags.comment, color: 'var(--dg-quiet)', fontStyle: 'italic' },
    { tag: tags.invalid, color: 'var(--dg-differs)' },
    { tag: [tags.atom, tags.bool], color: 'var(--dg-unshown)' },
    { tag: tags.variableName, fontWeight: '650' },
  ]),
)
const attributes = () =>
  EditorView.contentAttributes.of({
    'aria-label': props.label,
    ...(props.id && { id: props.id }),
    ...(props.describedBy && { 'aria-describedby': props.describedBy }),
  })

onMounted(() => {
  const languages = {
    yaml: () => [yaml(), yamlKeys(() => props.keys)],
    suite: () => suiteLanguage(() => props),
    plain: () => EditorView.lineWrapping,
  }
  const language = languages[props.language]()
  view = new EditorView({
    parent: host.value!,
    state: EditorState.create({
      doc: text.value,
      extensions: [
        basicSetup,
        language,
        colours,
        lintGutter(),
        hintOf(props.placeholder),
        names.of(attributes()),
        EditorView.updateListener.of((update) => {
          if (update.docChanged) text.value = update.state.doc.toString()
        }),
      ],
    }),
  })
  mark()
})
onBeforeUnmount(() => view?.destroy())

watch(text, (next) => {
  if (view && next !== view.state.doc.toString()) {
    view.dispatch({ changes: { from: 0, to: view.state.doc.length, insert: next } })
  }
})
watch(() => props.problem, mark)

/** Marks the word at which the problem is. */
function mark() {
  if (!view) return
  const { doc } = view.state
  const p = props.problem
  if (!p || p.line > doc.lines) {
    view.dispatch(setDiagnostics(view.state, []))
    return
  }
  const line = doc.line(Math.max(1, p.line))
  const from = Math.min(line.from + new TextDecoder().decode(new TextEncoder().encode(line.text).slice(0, p.column - 1)).length, line.to)
  const word = /^\S+/.exec(doc.sliceString(from, line.to))?.[0].length ?? 0
  view.dispatch(setDiagnostics(view.state, [{ from, to: from + word, severity: 'error', message: p.message }]))
}

/** Shows a line at the top and puts the cursor there. */
function show(line: number) {
  if (!view || line > view.state.doc.lines) return
  const { from } = view.state.doc.line(line)
  view.dispatch({ selection: { anchor: from }, effects: EditorView.scrollIntoView(from, { y: 'start' }) })
  view.focus()
}
defineExpose({ show })
</script>

<template>
  <div ref="host" class="code-editor"></div>
</template>
