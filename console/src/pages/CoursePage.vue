<script setup lang="ts">
import { computed } from 'vue'

import { api, ask, type Assignment, type Course, type Mine, type Pupil } from '../api/client'
import CourseTabs from '../parts/CourseTabs.vue'
import LoadState from '../parts/LoadState.vue'
import MyList from '../parts/MyList.vue'
import { onClock } from '../use/clock'
import { useLoad } from '../use/load'
import { useTitle } from '../use/title'

const props = defineProps<{ course: string }>()

interface View {
  course: Course
  assignments: Assignment[]
  roster: Pupil[]
  mine: Mine[]
}

const {
  data: view,
  error,
  loading,
  reload,
} = useLoad<View>(
  () => props.course,
  async () => {
    const at = { params: { path: { course: props.course } } }
    const course = await ask(api.GET('/courses/{course}', at))
    if (course.role === 'student') return { course, assignments: [], roster: [], mine: await ask(api.GET('/courses/{course}/mine', at)) }
    const [assignments, roster] = await Promise.all([
      ask(api.GET('/courses/{course}/assignments', at)),
      ask(api.GET('/courses/{course}/roster', at)),
    ])
    return { course, assignments, roster, mine: [] }
  },
)
useTitle(() => view.value?.course.title ?? '')

const teaches = computed(() => view.value?.course.role === 'teacher')

/** What stands of an assignment, in a few words. */
function stand(a: Assignment): string {
  if (a.proposal) return 'a regrade waits for you'
  if (!a.submissions) return 'nobody has handed in'
  if (!a.last_run) return 'to be graded'
  if (!a.published_run) return 'to be handed back'
  return a.published_run === a.last_run ? 'handed back' : 'graded again, to be handed back'
}
</script>

<template>
  <LoadState :loading="loading" :error="error" :ready="!!view" @retry="reload">
    <template v-if="view">
      <CourseTabs :course="view.course" />
      <MyList v-if="view.course.role === 'student'" :mine="view.mine" />
      <template v-else>
        <div v-if="!view.roster.length" class="next">
          <span><strong>Roster first:</strong> who is in this course? Submissions are matched to it.</span>
          <RouterLink class="btn btn-sm btn-primary" :to="`/courses/${course}/-/roster`">Import the roster</RouterLink>
        </div>
        <div v-if="!view.assignments.length" class="next">
          <span><strong>{{ view.roster.length ? 'Next' : 'Then' }} an assignment:</strong> which game is to be written, and what earns
            points?</span>
          <RouterLink v-if="teaches" class="btn btn-sm btn-primary" :to="`/courses/${course}/-/new`">New assignment</RouterLink>
        </div>
        <template v-else>
          <div class="row-between mb-2">
            <h2 class="m-0">Assignments</h2>
            <RouterLink v-if="teaches" class="btn btn-sm btn-outline-secondary" :to="`/courses/${course}/-/new`">New assignment</RouterLink>
          </div>
          <div class="panel scroll" tabindex="0" role="region" aria-label="Assignments">
            <table class="comparisons">
              <thead>
                <tr>
                  <th scope="col">assignment</th>
                  <th scope="col">game</th>
                  <th scope="col">due</th>
                  <th scope="col" class="number">handed in</th>
                  <th scope="col">status</th>
                </tr>
              </thead>
              <tbody>
                <tr v-for="a in view.assignments" :key="a.id">
                  <th scope="row">
                    <RouterLink :to="`/courses/${a.course}/${a.name}`">{{ a.title }}</RouterLink>
                  </th>
                  <td>{{ a.game }}</td>
                  <td>{{ onClock(a.due_at, a.zone) }}</td>
                  <td class="number">
                    {{ a.submissions }}<template v-if="view.roster.length"> of {{ view.roster.length }}</template>
                  </td>
                  <td>{{ stand(a) }}</td>
                </tr>
              </tbody>
            </table>
          </div>
        </template>
      </template>
    </template>
  </LoadState>
</template>
