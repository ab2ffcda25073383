<script setup lang="ts">
import { api, ask, type Assignment, type Course } from '../api/client'
import LoadState from '../parts/LoadState.vue'
import { useLoad } from '../use/load'
import { useTitle } from '../use/title'

useTitle(() => 'Courses')

interface Shelf { course: Course; assignments: Assignment[] }

const { data: shelves, error, loading, reload } = useLoad<Shelf[]>(() => '', async () => {
  const courses = await ask(api.GET('/courses'))
  return Promise.all(courses.map(async (course) => ({
    course,
    assignments: await ask(api.GET('/courses/{course}/assignments', { params: { path: { course: course.name } } })),
  })))
})
</script>

<template>
  <h1 class="mb-3">Courses</h1>
  <LoadState :loading="loading" :error="error" :ready="!!shelves" @retry="reload">
    <div v-if="!shelves?.length" class="panel">
      <p>There is no course yet. On the command line:</p>
      <pre class="screen">durchgang course create evening-class --title "Evening class"
durchgang assignment create evening-class/tic-tac-toe --game tic-tac-toe
durchgang import evening-class/tic-tac-toe FOLDER</pre>
    </div>
    <section v-for="shelf in shelves" :key="shelf.course.id" class="panel mb-3">
      <h2 class="mt-0">{{ shelf.course.title }}</h2>
      <p v-if="!shelf.assignments.length" class="quiet mb-0">
        No assignment yet: <code>durchgang assignment create {{ shelf.course.name }}/tic-tac-toe</code>
      </p>
      <table v-else class="comparisons">
        <thead>
          <tr><th scope="col">assignment</th><th scope="col">game</th><th scope="col">handed in</th><th scope="col">newest run</th></tr>
        </thead>
        <tbody>
          <tr v-for="a in shelf.assignments" :key="a.id">
            <th scope="row"><RouterLink :to="`/courses/${a.course}/${a.name}`">{{ a.title }}</RouterLink></th>
            <td>{{ a.game }}</td>
            <td>{{ a.submissions }}</td>
            <td>{{ a.last_run ?? 'none' }}</td>
          </tr>
        </tbody>
      </table>
    </section>
  </LoadState>
</template>
