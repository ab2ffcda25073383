<script setup lang="ts">
import { computed, ref } from 'vue'

import { api, ask, type Run } from '../api/client'
import CourseCrumbs from '../parts/CourseCrumbs.vue'
import LoadState from '../parts/LoadState.vue'
import { useLoad } from '../use/load'
import { useTitle } from '../use/title'

const props = defineProps<{ course: string; assignment: string }>()
const path = computed(() => ({ course: props.course, assignment: props.assignment }))
useTitle(() => 'Runs')
const {
  data: runs,
  error,
  loading,
  reload,
} = useLoad<Run[]>(
  () => `${props.course}/${props.assignment}`,
  () => ask(api.GET('/courses/{course}/assignments/{assignment}/runs', { params: { path: path.value } })),
)

const chosen = ref<number[]>([])
const pair = computed(() => [...chosen.value].sort((a, b) => a - b))
const about = (r: Run) => (r.published ? 'handed back' : r.accepted ? '' : 'a regrade that does not count yet')
</script>

<template>
  <CourseCrumbs v-bind="path">runs</CourseCrumbs>
  <h1 class="mb-3">Runs</h1>
  <LoadState :loading="loading" :error="error" :ready="!!runs" @retry="reload">
    <p v-if="!runs?.length" class="panel">Nothing has been graded yet.</p>
    <section v-else class="panel">
      <p>
        Choose two to compare them.
        <RouterLink v-if="pair.length === 2" class="btn btn-sm btn-primary ms-2" :to="`/runs/${pair[0]}/compare/${pair[1]}`">Compare {{ pair[0] }} and {{ pair[1] }}</RouterLink>
      </p>
      <div class="scroll" tabindex="0" role="region" aria-label="Runs">
        <table class="comparisons">
          <thead>
            <tr>
              <th scope="col">run</th>
              <th scope="col">begun</th>
              <th scope="col">by</th>
              <th scope="col">revision</th>
              <th scope="col">state</th>
              <th scope="col" class="number">graded</th>
              <th scope="col">status</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="r in runs" :key="r.id">
              <th scope="row">
                <label><input v-model="chosen" type="checkbox" :value="r.id" :disabled="pair.length === 2 && !chosen.includes(r.id)">
                  {{ r.id }}</label>
              </th>
              <td>{{ new Date(r.created_at).toLocaleString() }}</td>
              <td>{{ r.login }}</td>
              <td>{{ r.revision }}</td>
              <td>{{ r.state }}</td>
              <td class="number">{{ r.done }} / {{ r.total }}</td>
              <td>{{ about(r) }}</td>
            </tr>
          </tbody>
        </table>
      </div>
    </section>
  </LoadState>
</template>
