<script setup lang="ts">
import { BButton } from 'bootstrap-vue-next/components/BButton'
import { ref, watch } from 'vue'

import { api, ask, type Course } from '../api/client'
import ActState from '../parts/ActState.vue'
import AuditLog from '../parts/AuditLog.vue'
import CourseTabs from '../parts/CourseTabs.vue'
import LoadState from '../parts/LoadState.vue'
import TextField from '../parts/TextField.vue'
import { useAct } from '../use/act'
import { useLoad } from '../use/load'
import { useTitle } from '../use/title'

const props = defineProps<{ course: string }>()
useTitle(() => 'Settings')
const { data: course, error, loading, reload } = useLoad<Course>(() => props.course, () =>
  ask(api.GET('/courses/{course}', { params: { path: { course: props.course } } })))

const title = ref('')
const zone = ref('')
const ends = ref('')
const keep = ref('')
const { notice, failure, act } = useAct()
watch(course, (c) => {
  if (!c) return
  title.value = c.title
  zone.value = c.zone
  ends.value = c.ends_on
  keep.value = c.keep_days === null ? '' : String(c.keep_days)
})

const save = () => act(async () => {
  course.value = await ask(api.PUT('/courses/{course}', {
    params: { path: { course: props.course } },
    body: { title: title.value, zone: zone.value, ends_on: ends.value, keep_days: keep.value === '' ? null : Number(keep.value) },
  }))
  return 'Saved.'
})
</script>

<template>
  <LoadState :loading="loading" :error="error" :ready="!!course" @retry="reload">
    <template v-if="course">
      <CourseTabs :course="course" />
      <form class="panel" @submit.prevent="save">
        <ActState :notice="notice" :failure="failure" />
        <div class="fields">
          <TextField v-model="title" label="Title" required />
          <TextField v-model="zone" label="Time zone" hint="Time zone of the course, as in Europe/Berlin" required />
          <TextField v-model="ends" label="Last day" type="date" />
          <TextField v-model="keep" label="Days to keep" type="number" hint="After the last day what students handed in is deleted so many days later; empty to keep it" />
        </div>
        <BButton type="submit" variant="primary">Save</BButton>
      </form>
      <section class="panel mt-3">
        <h2 class="mt-0">Audit log</h2>
        <AuditLog :course="props.course" />
      </section>
    </template>
  </LoadState>
</template>
