<script setup lang="ts">
import { computed, ref } from 'vue'

import { api, ask, type Assignment, type Course } from '../api/client'
import CourseTabs from '../parts/CourseTabs.vue'
import LoadState from '../parts/LoadState.vue'
import { useLoad } from '../use/load'
import { useTitle } from '../use/title'

const props = defineProps<{ course: string }>()
useTitle(() => 'Gradebook')

interface View {
  course: Course
  assignments: Assignment[]
}
const {
  data: view,
  error,
  loading,
  reload,
} = useLoad<View>(
  () => props.course,
  async () => {
    const path = { params: { path: { course: props.course } } }
    const [course, assignments] = await Promise.all([
      ask(api.GET('/courses/{course}', path)),
      ask(api.GET('/courses/{course}/assignments', path)),
    ])
    return { course, assignments: assignments.filter((a) => a.last_run !== null) }
  },
)

const known = {
  student: 'short name',
  name: 'name',
  number: 'number',
  mail: 'mail address',
  points: 'points',
  of: 'points that there are',
  percent: 'percent',
  late: 'days late',
  state: 'state',
  criteria: 'points of each criterion',
  comment: 'comment',
  total: 'total of all',
}
const columns = ref(['number', 'name', 'points', 'of', 'total'])
const chosen = ref<string[]>([])
const address = computed(() => {
  const query = new URLSearchParams({
    columns: Object.keys(known)
      .filter((c) => columns.value.includes(c))
      .join(','),
    assignments: chosen.value.join(','),
  })
  return `/api/v1/courses/${props.course}/gradebook?${query}`
})
</script>

<template>
  <LoadState :loading="loading" :error="error" :ready="!!view" @retry="reload">
    <template v-if="view">
      <CourseTabs :course="view.course" />
      <p v-if="!view.assignments.length" class="panel">No assignment has been graded yet.</p>
      <section v-else class="panel">
        <p>A CSV file with a row for each student, for a spreadsheet or the school's own system.</p>
        <div class="columns">
          <fieldset>
            <legend>Columns</legend>
            <label v-for="(says, c) in known" :key="c" class="d-block"><input v-model="columns" type="checkbox" :value="c"> {{ says }}</label>
          </fieldset>
          <fieldset>
            <legend>Assignments</legend>
            <p class="quiet mb-1">None chosen means all.</p>
            <label v-for="a in view.assignments" :key="a.name" class="d-block"><input v-model="chosen" type="checkbox" :value="a.name"> {{ a.title }}</label>
          </fieldset>
        </div>
        <a class="btn btn-primary mt-3" :class="{ disabled: !columns.length }" :href="address" download>Download the gradebook</a>
      </section>
    </template>
  </LoadState>
</template>
