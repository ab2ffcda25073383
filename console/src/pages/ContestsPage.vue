<script setup lang="ts">
import { api, ask, type Contest, type Course } from '../api/client'
import CourseTabs from '../parts/CourseTabs.vue'
import LoadState from '../parts/LoadState.vue'
import { contestPath, formatName } from '../use/contest'
import { useLoad } from '../use/load'
import { useTitle } from '../use/title'

const props = defineProps<{ course: string }>()
const {
  data: view,
  error,
  loading,
  reload,
} = useLoad<{ course: Course; contests: Contest[] }>(
  () => props.course,
  async () => {
    const at = { params: { path: { course: props.course } } }
    const [course, contests] = await Promise.all([ask(api.GET('/courses/{course}', at)), ask(api.GET('/courses/{course}/contests', at))])
    return { course, contests }
  },
)
useTitle(() => 'Contests')
</script>

<template>
  <LoadState :loading="loading" :error="error" :ready="!!view" @retry="reload">
    <template v-if="view">
      <CourseTabs :course="view.course" />
      <div v-if="!view.contests.length" class="next">
        <span v-if="view.course.role === 'teacher'"><strong>A contest:</strong> students’ strategies play against each other and against house players.</span>
        <span v-else>There is no contest yet.</span>
        <RouterLink v-if="view.course.role === 'teacher'" class="btn btn-sm btn-primary" :to="`/courses/${course}/-/contests/new`">New contest</RouterLink>
      </div>
      <template v-else>
        <div class="row-between mb-2">
          <h2 class="m-0">Contests</h2>
          <RouterLink
            v-if="view.course.role === 'teacher'"
            class="btn btn-sm btn-outline-secondary"
            :to="`/courses/${course}/-/contests/new`"
          >New contest</RouterLink>
        </div>
        <div class="panel scroll" tabindex="0" role="region" aria-label="Contests">
          <table class="comparisons">
            <thead>
              <tr>
                <th scope="col">contest</th>
                <th scope="col">game</th>
                <th scope="col">format</th>
                <th scope="col">state</th>
                <th scope="col" class="number">matches played</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="c in view.contests" :key="c.id">
                <th scope="row">
                  <RouterLink :to="contestPath(c)">{{ c.title }}</RouterLink>
                </th>
                <td>{{ c.terms.variant }}</td>
                <td>{{ formatName(c.terms.format) }}</td>
                <td>{{ c.state === 'open' ? 'takes players' : c.state }}</td>
                <td class="number">
                  <template v-if="c.matches">{{ c.done }} of {{ c.matches }}</template>
                </td>
              </tr>
            </tbody>
          </table>
        </div>
      </template>
    </template>
  </LoadState>
</template>
