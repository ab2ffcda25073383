<script setup lang="ts">
import { BButton } from 'bootstrap-vue-next/components/BButton'
import { ref } from 'vue'

import { api, ask, type Act } from '../api/client'
import { useLoad } from '../use/load'
import LoadState from './LoadState.vue'

/** The audit log of a course, or without one of all. */
const props = withDefaults(defineProps<{ course?: string }>(), { course: '' })
const all = ref(true)

function page(before: number) {
  const query = { before }
  return ask(
    props.course
      ? api.GET('/courses/{course}/audit-log', { params: { path: { course: props.course }, query } })
      : api.GET('/audit-log', { params: { query } }),
  )
}

const {
  data: acts,
  error,
  loading,
  reload,
} = useLoad<Act[]>(
  () => props.course,
  () => page(0),
)

async function more() {
  const next = await page(acts.value!.at(-1)!.id)
  all.value = next.length > 0
  acts.value = [...acts.value!, ...next]
}
</script>

<template>
  <LoadState :loading="loading" :error="error" :ready="!!acts" @retry="reload">
    <p v-if="!acts?.length" class="quiet">The log is empty.</p>
    <div v-else class="scroll" tabindex="0" role="region" aria-label="Audit log">
      <table class="comparisons">
        <thead>
          <tr>
            <th scope="col">when</th>
            <th scope="col">who</th>
            <th scope="col">what</th>
            <th scope="col">about</th>
            <th scope="col">status</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="a in acts" :key="a.id">
            <td class="text-nowrap">{{ new Date(a.at).toLocaleString() }}</td>
            <td>
              {{ a.login || 'somebody' }} <span class="quiet ms-1">{{ a.address }}</span>
            </td>
            <td>{{ a.says }}</td>
            <td>{{ a.subject }}</td>
            <td>{{ a.status }}</td>
          </tr>
        </tbody>
      </table>
    </div>
    <BButton v-if="acts && acts.length >= 100 && all" class="mt-2" size="sm" variant="outline-secondary" @click="more">Earlier</BButton>
  </LoadState>
</template>
