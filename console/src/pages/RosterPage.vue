<script setup lang="ts">
import { BButton } from 'bootstrap-vue-next/components/BButton'
import { computed, ref } from 'vue'

import { api, ask, upload, type Course, type Invitation, type Pupil, type RosterImport } from '../api/client'
import ActState from '../parts/ActState.vue'
import CourseTabs from '../parts/CourseTabs.vue'
import FileField from '../parts/FileField.vue'
import InvitationList from '../parts/InvitationList.vue'
import LoadState from '../parts/LoadState.vue'
import RosterChanges from '../parts/RosterChanges.vue'
import RosterTable from '../parts/RosterTable.vue'
import TextField from '../parts/TextField.vue'
import { useAct } from '../use/act'
import { useLoad } from '../use/load'
import { useTitle } from '../use/title'

const props = defineProps<{ course: string }>()
const at = computed(() => ({ course: props.course }))

interface View { course: Course; roster: Pupil[] }
const { data: view, error, loading, reload } = useLoad<View>(() => props.course, async () => {
  const path = { params: { path: at.value } }
  const [course, roster] = await Promise.all([ask(api.GET('/courses/{course}', path)), ask(api.GET('/courses/{course}/roster', path))])
  return { course, roster }
})
useTitle(() => 'Roster')
const teaches = computed(() => view.value?.course.role === 'teacher')

const file = ref<File>()
const several = ref(false)
const group = ref('')
const changes = ref<RosterImport>()
const invitations = ref<Invitation[]>([])
const { notice, failure, act } = useAct()

async function send(preview: boolean) {
  several.value = false
  try {
    return await ask(api.POST('/courses/{course}/roster', { params: { path: at.value, query: { class: group.value, preview } }, ...upload(file.value!) }))
  } catch (cause) {
    several.value = /which class/.test(String(cause))
    throw cause
  }
}

const look = () => act(async () => {
  changes.value = undefined
  changes.value = await send(true)
  return ''
})

const keep = () => act(async () => {
  const made = await send(false)
  changes.value = undefined
  await reload()
  return `${made.added.length} are new on the roster, ${made.changed.length} changed.`
})

const invite = (student: string) => act(async () => {
  invitations.value = await ask(api.POST('/courses/{course}/invitations', { params: { path: at.value }, body: { student } }))
  await reload()
  return invitations.value.length ? '' : 'Everybody has a password.'
})

const drop = (p: Pupil) => act(async () => {
  await ask(api.DELETE('/courses/{course}/roster/{student}', { params: { path: { ...at.value, student: p.name } } }))
  await reload()
  return `${p.full_name} is not on the roster any more. What was handed in stays.`
})

const forget = (p: Pupil) => act(async () => {
  if (!window.confirm(`Delete all data of ${p.full_name}: submissions, results, comments and the account? There is no way back.`)) return ''
  const gone = await ask(api.DELETE('/courses/{course}/students/{student}', { params: { path: { ...at.value, student: p.name } } }))
  await reload()
  return `${p.full_name} is forgotten, with ${gone.submissions} submissions.`
})
</script>

<template>
  <LoadState :loading="loading" :error="error" :ready="!!view" @retry="reload">
    <template v-if="view">
      <CourseTabs :course="view.course" />
      <ActState :notice="notice" :failure="failure" />
      <InvitationList :invitations="invitations" />
      <section v-if="teaches" class="panel mb-3">
        <h2 class="mt-0">{{ view.roster.length ? 'Import again' : 'Import the roster' }}</h2>
        <form @submit.prevent="look">
          <div class="fields">
            <FileField v-model="file" label="File" accept=".csv,.txt,.tsv,.zip" hint="CSV in any order of columns and any encoding, or an archive of OneRoster 1.2 CSV. The first row names the columns: number, mail, name or given and family name." />
            <TextField v-if="several || group" v-model="group" label="Class" hint="The archive has several: title or code of the one that is meant" />
          </div>
          <BButton type="submit" variant="primary" :disabled="!file">Preview the changes</BButton>
        </form>
        <RosterChanges v-if="changes" :changes="changes" @keep="keep" />
      </section>
      <section class="panel">
        <div class="row-between mb-2">
          <h2 class="m-0">{{ view.roster.length }} students</h2>
          <BButton v-if="teaches && view.roster.some((p) => !p.chosen)" size="sm" variant="outline-secondary" @click="invite('')">Links for everyone without a password</BButton>
        </div>
        <RosterTable :roster="view.roster" :teaches="teaches" @invite="(p) => invite(p.name)" @drop="drop" @forget="forget" />
      </section>
    </template>
  </LoadState>
</template>
