<script setup lang="ts">
import { BAlert } from 'bootstrap-vue-next/components/BAlert'
import { BButton } from 'bootstrap-vue-next/components/BButton'
import { BFormSelect } from 'bootstrap-vue-next/components/BFormSelect'
import { computed, defineAsyncComponent, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'

import { api, ask, type Transcript } from '../api/client'
import ClassReadings from '../parts/ClassReadings.vue'
import CourseCrumbs from '../parts/CourseCrumbs.vue'
import LoadState from '../parts/LoadState.vue'
import TranscriptText from '../parts/TranscriptText.vue'
import { listChannels } from '../use/channels'
import { useLoad } from '../use/load'
import { useTitle } from '../use/title'
import type { Keys } from '../use/yamlKeys'

const props = defineProps<{ course: string; assignment: string }>()
const path = computed(() => ({ course: props.course, assignment: props.assignment }))
useTitle(() => 'Wording')

const router = useRouter()
/** Whose transcript is shown: the address may say it. */
const student = ref(String(useRoute().query.student ?? ''))
const script = ref(1)
const text = ref<string>() // undefined while nothing has been changed
const notice = ref('')
const failure = ref('')

function read(extra: { key?: string; phrase?: string } = {}): Promise<Transcript> {
  return ask(
    api.POST('/courses/{course}/assignments/{assignment}/reading', {
      params: { path: path.value },
      body: { student: student.value, script: script.value, phrasebook: text.value, ...extra },
    }),
  )
}
const {
  data: view,
  error,
  loading,
  reload,
} = useLoad<Transcript>(
  () => `${props.course}/${props.assignment}`,
  () => read(),
)
const CodeEditor = defineAsyncComponent(() => import('../parts/CodeEditor.vue'))
const { data: channels } = useLoad(() => '', listChannels)
const draft = ref('')
watch(view, (v) => {
  if (!v) return
  student.value = v.student
  draft.value = v.phrasebook
})

let acts: Promise<void> = Promise.resolve()

/** Runs an act once those before it are done, and shows what comes of it; what went wrong is said and nothing is lost. */
function act(work: () => Promise<Transcript>): Promise<void> {
  acts = acts.then(async () => {
    failure.value = notice.value = ''
    try {
      view.value = await work()
    } catch (cause) {
      failure.value = cause instanceof Error ? cause.message : String(cause)
    }
  })
  return acts
}
const turn = (to: { student?: string; script?: number }) =>
  act(() => {
    student.value = to.student ?? student.value
    script.value = to.script ?? script.value
    return read()
  })
const mean = (key: string, phrase: string) =>
  act(async () => {
    const answer = await read({ key, phrase })
    text.value = answer.phrasebook
    return answer
  })
const retry = () =>
  act(() => {
    text.value = draft.value
    return read()
  })
const save = (whose: string) =>
  act(async () => {
    await ask(
      api.PUT('/courses/{course}/assignments/{assignment}/phrasebook', {
        params: { path: path.value },
        body: { phrasebook: draft.value, student: whose },
      }),
    )
    text.value = undefined
    const answer = await read()
    notice.value = `Saved for ${whose || 'the class'}.`
    return answer
  })
/** Grades what the phrasebook changes, and goes to where that is seen. */
const grade = async () => {
  failure.value = ''
  try {
    await ask(api.POST('/courses/{course}/assignments/{assignment}/runs', { params: { path: path.value, query: { needed: true } } }))
    await router.push(`/courses/${props.course}/${props.assignment}`)
  } catch (cause) {
    failure.value = cause instanceof Error ? cause.message : String(cause)
  }
}
const changed = computed(() => view.value !== undefined && draft.value !== view.value.phrasebook)
</script>

<template>
  <CourseCrumbs :course="course" :assignment="assignment"> wording </CourseCrumbs>
  <LoadState :loading="loading" :error="error" :ready="!!view" @retry="reload">
    <template v-if="view">
      <h1>Wording</h1>
      <p class="quiet">
        What a program printed, and how it is read. Select words that are not understood, or misread, and say what they mean.
      </p>
      <BAlert v-if="failure" variant="danger" :model-value="true">{{ failure }}</BAlert>
      <BAlert v-if="notice" variant="success" :model-value="true">
        {{ notice }} <BButton size="sm" variant="success" class="ms-2" @click="grade">Regrade what changes</BButton>
      </BAlert>
      <div class="workbench">
        <section class="panel" aria-label="Transcript">
          <div class="d-flex flex-wrap gap-2 mb-2">
            <BFormSelect
              class="w-auto"
              aria-label="Student"
              :model-value="view.student"
              :options="view.class.map((c) => c.student)"
              @update:model-value="(s) => turn({ student: String(s) })"
            />
            <BFormSelect
              class="w-auto"
              aria-label="Script"
              :model-value="view.script"
              :options="view.scripts.map((t, i) => ({ value: i + 1, text: t }))"
              @update:model-value="(n) => turn({ script: Number(n) })"
            />
          </div>
          <TranscriptText :lines="view.lines" :meanings="view.meanings" @mean="mean" />
        </section>
        <div class="d-grid gap-3 align-content-start">
          <section class="panel" aria-labelledby="book">
            <h2 id="book" class="fs-5">Phrasebook</h2>
            <CodeEditor
              v-model="draft" label="Phrasebook" language="yaml" placeholder="The built-in wording is enough so far."
              :keys="(channels?.find((c) => c.prints)?.keys ?? {}) as Keys"
            />
            <div class="d-flex flex-wrap gap-2 mt-2">
              <BButton size="sm" variant="outline-secondary" :disabled="!changed" @click="retry">Read again</BButton>
              <BButton size="sm" variant="primary" @click="save('')">Save for the class</BButton>
              <BButton size="sm" variant="outline-primary" @click="save(view.student)">Only for {{ view.student }}</BButton>
            </div>
            <details v-if="view.learned" class="mt-3">
              <summary>Read with as well: what was learned by playing with {{ view.student }}’s program</summary>
              <pre class="screen mt-2 mb-0">{{ view.learned }}</pre>
            </details>
          </section>
          <ClassReadings :class-readings="view.class" :current="view.student" @open="(s) => turn({ student: s })" />
        </div>
      </div>
    </template>
  </LoadState>
</template>
