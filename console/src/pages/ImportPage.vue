<script setup lang="ts">
import { BButton } from 'bootstrap-vue-next/components/BButton'
import { computed, ref } from 'vue'

import { api, ask, upload, type Import, type Pupil } from '../api/client'
import ActState from '../parts/ActState.vue'
import CourseCrumbs from '../parts/CourseCrumbs.vue'
import FileField from '../parts/FileField.vue'
import ImportReport from '../parts/ImportReport.vue'
import SelectField from '../parts/SelectField.vue'
import TextField from '../parts/TextField.vue'
import { useAct } from '../use/act'
import { isArchive } from '../use/file'
import { useLoad } from '../use/load'
import { useTitle } from '../use/title'

const props = defineProps<{ course: string; assignment: string }>()
const path = computed(() => ({ course: props.course, assignment: props.assignment }))
useTitle(() => 'Hand in a class')

const { data: roster } = useLoad<Pupil[]>(() => props.course, () => ask(api.GET('/courses/{course}/roster', { params: { path: { course: props.course } } })))
const students = computed(() => [{ value: '', text: '' }, ...(roster.value ?? []).map((p) => ({ value: p.name, text: p.full_name }))])

const file = ref<File>()
const url = ref('')
const revision = ref('')
const folder = ref('')
const student = ref('')
const one = ref<File>()
const report = ref<Import>()
const last = ref<'archive' | 'git'>('archive')
const { notice, failure, act } = useAct()

const archive = (decisions: Record<string, string> = {}) => act(async () => {
  last.value = 'archive'
  report.value = await ask(api.POST('/courses/{course}/assignments/{assignment}/submissions', {
    params: { path: path.value, query: { decisions: JSON.stringify(decisions) } }, ...upload(file.value!),
  }))
  return ''
})

const git = (decisions: Record<string, string> = {}) => act(async () => {
  last.value = 'git'
  const body = { url: url.value, revision: revision.value, folder: folder.value, decisions }
  report.value = (await ask(api.POST('/courses/{course}/assignments/{assignment}/submissions/git', { params: { path: path.value }, body }))).import ?? undefined
  return ''
})

const hand = () => act(async () => {
  const name = isArchive(one.value!.name) ? '' : one.value!.name
  await ask(api.POST('/courses/{course}/assignments/{assignment}/submissions/of/{student}', {
    params: { path: { ...path.value, student: student.value }, query: { name } }, ...upload(one.value!),
  }))
  return `Handed in for ${student.value}.`
})

const decide = (decisions: Record<string, string>) => (last.value === 'git' ? git(decisions) : archive(decisions))
</script>

<template>
  <CourseCrumbs v-bind="path">hand in</CourseCrumbs>
  <h1 class="mb-3">Hand in</h1>
  <ActState :notice="notice" :failure="failure" />
  <ImportReport v-if="report" :report="report" :students="students" :back="`/courses/${course}/${assignment}`" @decide="decide" />
  <div class="columns">
    <form class="panel" @submit.prevent="archive()">
      <h2 class="mt-0">A class</h2>
      <FileField v-model="file" label="Archive" accept=".zip,.tgz,.tar,.gz" hint="Zip or tar.gz with a folder or source file for each student, named by number, mail address or name" />
      <BButton type="submit" variant="primary" :disabled="!file">Hand in</BButton>
    </form>
    <form class="panel" @submit.prevent="git()">
      <h2 class="mt-0">From a git repository</h2>
      <TextField v-model="url" label="Address" placeholder="https://git.school.example/evening.git" required />
      <div class="fields">
        <TextField v-model="revision" label="Revision" hint="Branch, tag or commit; empty for the default branch" />
        <TextField v-model="folder" label="Folder" hint="Empty for all of it" />
      </div>
      <BButton type="submit" variant="outline-secondary">Fetch</BButton>
    </form>
    <form class="panel" @submit.prevent="hand">
      <h2 class="mt-0">For one student</h2>
      <SelectField v-if="roster?.length" v-model="student" label="Student" :options="students" />
      <TextField v-else v-model="student" label="Student" required />
      <FileField v-model="one" label="Program" hint="A source file, or an archive of a folder" />
      <BButton type="submit" variant="outline-secondary" :disabled="!one || !student">Hand in</BButton>
    </form>
  </div>
</template>
