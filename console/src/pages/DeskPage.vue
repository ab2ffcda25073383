<script setup lang="ts">
import { BButton } from 'bootstrap-vue-next/components/BButton'
import { computed, defineAsyncComponent, onBeforeUnmount, onMounted, ref, useTemplateRef, watch } from 'vue'
import { onBeforeRouteLeave, useRoute, useRouter } from 'vue-router'

import { api, ask, type Assignment, type Course, type Guide } from '../api/client'
import ActState from '../parts/ActState.vue'
import DeskDryRun from '../parts/desk/DeskDryRun.vue'
import DeskOutline from '../parts/desk/DeskOutline.vue'
import DeskPlay from '../parts/desk/DeskPlay.vue'
import DeskPosition from '../parts/desk/DeskPosition.vue'
import DeskSave from '../parts/desk/DeskSave.vue'
import DeskStrength from '../parts/desk/DeskStrength.vue'
import LoadState from '../parts/LoadState.vue'
import { useDesk } from '../use/desk'
import { useLater } from '../use/later'
import { useLoad } from '../use/load'
import { useTitle } from '../use/title'
import { usualGame } from '../use/usual'

const CodeEditor = defineAsyncComponent(() => import('../parts/CodeEditor.vue'))
const HandoutPanel = defineAsyncComponent(() => import('../parts/desk/HandoutPanel.vue'))

/** A suite is made here: played, written, measured. Without an assignment it is for a new one, of the game in the query. */
const props = defineProps<{ course: string; assignment?: string }>()
const route = useRoute()
const router = useRouter()
const game = computed(() => (typeof route.query.game === 'string' ? route.query.game : usualGame))
const desk = useDesk(() => props.course, () => props.assignment ?? `new ${game.value}`)
const { draft, text, changed, past, future, failure, notice, restored } = desk

interface View {
  course: Course
  assignment?: Assignment
  guide: Guide
}
const {
  data: view,
  error,
  loading,
  reload,
} = useLoad<View>(
  () => `${props.course}/${props.assignment ?? game.value}`,
  async () => {
    const at = { params: { path: { course: props.course } } }
    const course = await ask(api.GET('/courses/{course}', at))
    const assignment = props.assignment
      ? await ask(api.GET('/courses/{course}/assignments/{assignment}', { params: { path: { course: props.course, assignment: props.assignment } } }))
      : undefined
    const variant = assignment?.game ?? game.value
    const guide = await ask(api.GET('/games/{variant}', { params: { path: { variant } } }))
    const suite = assignment?.suite ?? (route.query.empty !== undefined ? `game ${variant}\n` : await written(variant))
    handout.value = assignment?.handout ?? ''
    await desk.load(suite)
    if (draft.value && !desk.script.value) await desk.choose(1, draft.value.criteria[0]?.scripts[0]?.steps ?? 0)
    await takeOver()
    return { course, assignment, guide }
  },
)
useTitle(() => `Desk: ${view.value?.assignment?.title ?? view.value?.guide.title ?? ''}`)

async function written(variant: string) {
  const path = { course: props.course, variant }
  const opponent = typeof route.query.opponent === 'string' ? route.query.opponent : undefined
  return (await ask(api.GET('/courses/{course}/suites/{variant}', { params: { path, query: { opponent } } }))).suite
}

/** A script that another page hands over: a step of a replay, a game of a contest, what a student wrote. */
async function takeOver() {
  const { words, title, setup, criterion, ...rest } = route.query
  if (typeof words !== 'string' || !draft.value) return
  const known = draft.value.criteria.some((c) => c.name === criterion)
  await desk.change({
    do: 'add-script', words, title: typeof title === 'string' ? title : '', setup: typeof setup === 'string' ? setup : '',
    criterion: known ? String(criterion) : (draft.value.criteria[0]?.name ?? ''),
  })
  await router.replace({ query: rest })
}

const tabs = { play: 'Play', text: 'Text', dry: 'Dry run', read: 'As a student reads it' }
const tab = ref<keyof typeof tabs>('play')
const handout = ref('')
const form = computed(() => ({
  title: view.value?.assignment?.title ?? view.value?.guide.title ?? '',
  name: view.value?.assignment?.name,
  game: draft.value?.variant || game.value,
  channel: view.value?.assignment?.channel ?? 'terminal',
  phrasebook: view.value?.assignment?.phrasebook ?? '',
  suite: text.value,
}))
const teaches = computed(() => view.value?.course.role === 'teacher')

const edited = ref('')
const { later, cancel } = useLater(300)
watch(text, (now) => {
  edited.value = now
}, { immediate: true })
watch(edited, (now) => {
  cancel()
  if (now !== text.value) later(() => desk.replace(now))
})
const editor = useTemplateRef<{ show?: (line: number) => void }>('editor')
async function showLine(line: number) {
  tab.value = 'text'
  await until(() => !!editor.value?.show)
  editor.value?.show?.(line)
}
/** Waits until something is there, for a second at most. */
async function until(there: () => boolean) {
  for (let i = 0; i < 20 && !there(); i++) await new Promise((done) => setTimeout(done, 50))
}
const aspects = computed(() => [...new Set((draft.value?.criteria ?? []).flatMap((c) => c.claims))].sort())
const moves = computed(() => {
  const played = (draft.value?.chosen?.steps ?? []).map((s) => s.word.replace(/^!/, ''))
  return [...new Set(played.concat(draft.value?.chosen?.keys ?? []))]
})

/** Arrows step through the script, Ctrl+Z and Ctrl+Y undo and redo; not where something is typed. */
function key(event: KeyboardEvent) {
  const at = event.target as HTMLElement
  if (at.closest('input, textarea, select, .cm-editor')) return
  const control = event.ctrlKey || event.metaKey
  const play = draft.value?.chosen
  if (control && event.key.toLowerCase() === 'z') void (event.shiftKey ? desk.redo() : desk.undo())
  else if (control && event.key.toLowerCase() === 'y') void desk.redo()
  else if (control || event.altKey || tab.value !== 'play' || !play) return
  else if (event.key === 'ArrowLeft' && play.at > 0) void desk.choose(play.number, play.at - 1)
  else if (event.key === 'ArrowRight' && play.at < play.steps.length) void desk.choose(play.number, play.at + 1)
  else if (event.key === 'Delete' && play.at > 0) void desk.change({ do: 'drop', script: play.number, at: play.at - 1, count: 1 })
  else return
  event.preventDefault()
}
onMounted(() => window.addEventListener('keydown', key))
onBeforeUnmount(() => window.removeEventListener('keydown', key))

onBeforeRouteLeave(cancel)
</script>

<template>
  <nav class="crumbs" aria-label="Path">
    <RouterLink to="/">Courses</RouterLink> / <RouterLink :to="`/courses/${course}`">{{ course }}</RouterLink> /
    <template v-if="assignment"><RouterLink :to="`/courses/${course}/${assignment}`">{{ assignment }}</RouterLink> / </template>desk
  </nav>
  <LoadState :loading="loading" :error="error" :ready="!!view && !!draft" @retry="reload">
    <template v-if="view && draft">
      <div class="row-between mb-2">
        <h1>{{ view.assignment?.title ?? view.guide.title }} <code v-if="draft.variant !== view.guide.name" class="variant">{{ draft.variant }}</code></h1>
        <div class="d-flex gap-2">
          <BButton size="sm" variant="outline-secondary" :disabled="!past.length" aria-keyshortcuts="Control+Z" @click="desk.undo">Undo</BButton>
          <BButton size="sm" variant="outline-secondary" :disabled="!future.length" aria-keyshortcuts="Control+Y" @click="desk.redo">Redo</BButton>
        </div>
      </div>
      <p v-if="restored" class="next" role="status">
        <span>Your unsaved changes of {{ new Date(restored).toLocaleString() }} are back.</span>
        <BButton size="sm" variant="outline-secondary" @click="desk.discard">Discard them</BButton>
      </p>
      <ActState :notice="notice" :failure="failure" />
      <div id="desk-conflict"></div>
      <div class="tabs desk-tabs" role="tablist" aria-label="Views">
        <button v-for="(label, name) in tabs" :key="name" type="button" role="tab" :aria-selected="tab === name" @click="tab = name">{{ label }}</button>
      </div>
      <p v-if="draft.problem" class="refused" role="alert">
        Not complete yet: <button type="button" class="btn btn-link p-0 align-baseline" @click="showLine(draft.problem.line)">line {{ draft.problem.line }}</button>:
        {{ draft.problem.message }}
      </p>
      <div class="desk" :class="`desk-${tab}`">
        <DeskOutline v-if="tab === 'play'" :desk="desk" />
        <div class="desk-middle">
          <template v-if="tab === 'play'">
            <DeskPlay v-if="draft.chosen" :desk="desk" :play="draft.chosen" />
            <p v-else class="panel quiet">Choose a script, or add one to a criterion.</p>
            <DeskPosition
              v-if="draft.parts.length && draft.criteria.length && !draft.program" :desk="desk" :rows="draft.rows" :cols="draft.cols"
            />
          </template>
          <CodeEditor
            v-else-if="tab === 'text'" ref="editor" v-model="edited" label="Suite" language="suite" class="desk-text" :problem="draft.problem"
            :aspects="aspects" :criteria="draft.criteria.map((c) => c.name)" :moves="moves"
          />
          <DeskDryRun v-else-if="tab === 'dry'" :course="course" :form="form" />
          <HandoutPanel v-else v-model="handout" :course="course" :form="form" />
        </div>
        <div v-if="tab !== 'read'" class="desk-side">
          <DeskStrength :desk="desk" />
          <DeskSave
            v-if="teaches" :desk="desk" :course="course" :assignment="view.assignment" :game="draft.variant" :handout="handout"
            :changed="changed || handout !== (view.assignment?.handout ?? '')" @saved="(a) => (view = { ...view!, assignment: a })"
          />
        </div>
      </div>
    </template>
  </LoadState>
</template>
