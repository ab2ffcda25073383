<script setup lang="ts">
import { computed } from 'vue'

import { api, ask } from '../api/client'
import FindingCard from '../parts/FindingCard.vue'
import LoadState from '../parts/LoadState.vue'
import StateMark from '../parts/StateMark.vue'
import { useLoad } from '../use/load'
import { useTitle } from '../use/title'

const props = defineProps<{ id: string }>()

const { data: result, error, loading, reload } = useLoad(() => props.id, () =>
  ask(api.GET('/results/{id}', { params: { path: { id: Number(props.id) } } })))
useTitle(() => result.value?.student ?? '')

const faults = computed(() => (result.value?.criteria ?? [])
  .map((criterion) => ({ criterion, findings: result.value!.findings.filter((f) => f.criterion === criterion.name) }))
  .filter(({ findings }) => findings.length))

const number = (script: string) => result.value?.scripts.find((s) => s.title === script)?.number ?? 1
</script>

<template>
  <LoadState :loading="loading" :error="error" :ready="!!result" @retry="reload">
    <template v-if="result">
      <nav class="crumbs" aria-label="Path">
        <RouterLink to="/">Courses</RouterLink> /
        <RouterLink :to="`/courses/${result.course}/${result.assignment}`">{{ result.course }}, {{ result.assignment }}</RouterLink>
      </nav>
      <div class="row-between">
        <div>
          <h1>{{ result.student }}</h1>
          <span class="quiet">{{ result.language || 'not run' }}, run {{ result.run }}</span>
        </div>
        <div class="total" data-part="total">{{ result.points }} of {{ result.of }}</div>
      </div>

      <section v-if="result.problem" class="panel mt-3">
        <h2 class="mt-0">This program could not be graded</h2>
        <pre class="screen">{{ result.problem }}</pre>
      </section>
      <p v-else-if="result.state !== 'done'" class="panel mt-3" role="status">
        This program is {{ result.state === 'running' ? 'being graded' : 'waiting to be graded' }}.
        <a href="#" @click.prevent="reload">Look again</a>
      </p>
      <template v-else>
        <h2>What went wrong</h2>
        <p v-if="!faults.length">Nothing: every rule that the program shows, it keeps.</p>
        <section v-for="{ criterion, findings } in faults" :key="criterion.name" class="panel mb-3">
          <h3><StateMark state="differs" bare /> {{ criterion.title }}</h3>
          <FindingCard v-for="f in findings" :key="f.script" :finding="f" :result="result.id" :number="number(f.script)" />
        </section>

        <h2>Criteria</h2>
        <div class="panel">
          <div v-for="c in result.criteria" :key="c.name" class="criterion">
            <StateMark :state="c.state" />
            <span>{{ c.title }}</span>
            <span class="number">{{ c.points }} / {{ c.of }}</span>
          </div>
        </div>

        <details class="mt-3">
          <summary>All {{ result.scripts.length }} scripts</summary>
          <ul class="list-unstyled mt-2">
            <li v-for="s in result.scripts" :key="s.number" class="mb-1">
              <StateMark :state="s.state" bare />
              <RouterLink class="ms-2" :to="`/results/${result.id}/scripts/${s.number}`">{{ s.title }}</RouterLink>
              <span class="quiet"> {{ s.criterion }}</span>
            </li>
          </ul>
        </details>
      </template>
    </template>
  </LoadState>
</template>
