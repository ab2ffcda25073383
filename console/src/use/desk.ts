import { computed, ref, shallowRef, watch } from 'vue'

import { api, ask, type DeskEdit, type Draft, type Strength } from '../api/client'
import { useLater } from './later'

/** What is kept in the browser of a suite that is being made: the text, and when it was changed last. */
interface Kept {
  text: string
  at: string
}

/**
 * A suite on the desk. Its text is the only state: every act makes a text of a text, so that undo is the text before, and
 * both views are in step. Unsaved work is kept in the browser under key, and comes back after a reload.
 */
export function useDesk(course: () => string, key: () => string) {
  const text = ref('')
  const base = ref('') // the text that was loaded or saved last
  const past = ref<string[]>([])
  const future = ref<string[]>([])
  const draft = shallowRef<Draft>()
  const strength = shallowRef<Strength>()
  const script = ref(0)
  const step = ref(0)
  const failure = ref('')
  const notice = ref('')
  const busy = ref(false)
  const searching = ref(false)
  const restored = ref('')
  const changed = computed(() => text.value !== base.value)
  const { later } = useLater(300)
  let turn = 0

  const keepAs = () => `durchgang-desk/${course()}/${key()}`

  /** Puts a suite on the desk; unsaved work on it comes back. */
  async function load(suite: string) {
    base.value = suite
    const kept = localStorage.getItem(keepAs())
    const was = kept ? (JSON.parse(kept) as Kept) : undefined
    restored.value = was && was.text !== suite ? was.at : ''
    past.value = was && was.text !== suite ? [suite] : []
    future.value = []
    await show(restored.value && was ? was.text : suite)
  }

  /** Says that the text on the desk is saved. */
  function saved() {
    base.value = text.value
    restored.value = ''
    localStorage.removeItem(keepAs())
  }

  async function discard() {
    await replace(base.value)
    saved()
  }

  /** Shows a text, with the change made first; what is refused leaves everything as it is. */
  async function show(next: string, change?: DeskEdit) {
    const mine = ++turn
    busy.value = true
    try {
      const body = { suite: next, script: script.value, step: step.value, ...(change && { change }) }
      const answer = await ask(api.POST('/courses/{course}/desk', { params: { path: { course: course() } }, body }))
      if (mine !== turn) return false
      failure.value = ''
      text.value = answer.suite
      draft.value = answer
      script.value = answer.chosen?.number ?? 0
      step.value = answer.chosen?.at ?? 0
      notice.value = answer.says
      return true
    } catch (cause) {
      const why = cause instanceof Error ? cause.message : String(cause)
      if (mine === turn) failure.value = why.replace(/^change: /, '') // the field of the request
      return false
    } finally {
      if (mine === turn) busy.value = false
    }
  }

  function remember(before: string) {
    if (past.value.at(-1) !== before) past.value = [...past.value.slice(-199), before]
    future.value = []
  }

  /** Makes a change. */
  async function change(edit: DeskEdit) {
    if (busy.value) return false
    const before = text.value
    const done = await show(before, edit)
    if (done && text.value !== before) remember(before)
    return done
  }

  /** Takes a text that was written by hand, or another one. */
  async function replace(next: string) {
    const before = text.value
    if (next === before) return
    remember(before)
    text.value = next
    await show(next)
  }

  async function undo() {
    const before = past.value.at(-1)
    if (before === undefined) return
    past.value = past.value.slice(0, -1)
    future.value = [...future.value, text.value]
    await show(before)
  }

  async function redo() {
    const next = future.value.at(-1)
    if (next === undefined) return
    future.value = future.value.slice(0, -1)
    past.value = [...past.value, text.value]
    await show(next)
  }

  /** Chooses a script, or a step of it. */
  async function choose(number: number, at = 0) {
    script.value = number
    step.value = at
    await show(text.value)
  }

  async function measure(search: boolean, fresh: () => boolean) {
    const body = { suite: text.value, search }
    const answer = await ask(api.POST('/courses/{course}/desk/strength', { params: { path: { course: course() } }, body }))
    if (fresh()) strength.value = answer
    return answer
  }

  /** Measures what is caught at once, and then what would close the holes. */
  async function measureAll(fresh: () => boolean) {
    searching.value = true
    try {
      const first = await measure(false, fresh)
      if (fresh() && first.holes.length) await measure(true, fresh)
    } catch {
      if (fresh()) strength.value = undefined // the text is not understood; the draft says why
    } finally {
      if (fresh()) searching.value = false
    }
  }

  watch(text, (now) => {
    if (now !== base.value) {
      const kept: Kept = { text: now, at: new Date().toISOString() }
      localStorage.setItem(keepAs(), JSON.stringify(kept))
    } else {
      localStorage.removeItem(keepAs())
    }
    later(measureAll)
  })

  return {
    text, base, draft, strength, script, step, failure, notice, busy, searching, restored, changed, past, future,
    load, saved, discard, change, replace, undo, redo, choose,
  }
}

export type Desk = ReturnType<typeof useDesk>
