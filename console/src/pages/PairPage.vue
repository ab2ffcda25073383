<script setup lang="ts">
import { computed } from 'vue'

import { api, ask, type Pair, type Result } from '../api/client'
import CourseCrumbs from '../parts/CourseCrumbs.vue'
import LoadState from '../parts/LoadState.vue'
import StateMark from '../parts/StateMark.vue'
import { useLoad } from '../use/load'
import { useTitle } from '../use/title'

const props = defineProps<{ id: string; other: string }>()
const { data: pair, error, loading, reload } = useLoad<Pair>(() => `${props.id}/${props.other}`, () =>
  ask(api.GET('/results/{id}/compare/{other}', { params: { path: { id: Number(props.id), other: Number(props.other) } } })))
useTitle(() => 'Side by side')
const scripts = computed(() => pair.value?.scripts.filter((s) => s.left !== s.right) ?? [])
const says = (r: Result) => `${r.student}, run ${r.run}: ${r.points} of ${r.of}`
</script>

<template>
  <LoadState :loading="loading" :error="error" :ready="!!pair" @retry="reload">
    <template v-if="pair">
      <CourseCrumbs :course="pair.left.course" :assignment="pair.left.assignment">side by side</CourseCrumbs>
      <h1 class="mb-3">Side by side</h1>
      <div class="panel scroll" tabindex="0" role="region" aria-label="Criteria">
        <table class="comparisons">
          <thead>
            <tr>
              <th scope="col">criterion</th>
              <th scope="col"><RouterLink :to="`/results/${pair.left.id}`">{{ says(pair.left) }}</RouterLink></th>
              <th scope="col"><RouterLink :to="`/results/${pair.right.id}`">{{ says(pair.right) }}</RouterLink></th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="c in pair.criteria" :key="c.name">
              <th scope="row">{{ c.title }}</th>
              <td><StateMark v-if="c.left" :state="c.left" /> {{ c.had }} of {{ c.of }}</td>
              <td><StateMark v-if="c.right" :state="c.right" /> {{ c.has }} of {{ c.of }}</td>
            </tr>
          </tbody>
        </table>
      </div>
      <section v-if="scripts.length" class="panel mt-3">
        <h2 class="mt-0">Scripts with a different result</h2>
        <table class="comparisons">
          <thead><tr><th scope="col">script</th><th scope="col">left</th><th scope="col">right</th></tr></thead>
          <tbody>
            <tr v-for="s in scripts" :key="s.title">
              <th scope="row">{{ s.title }}</th>
              <td><RouterLink v-if="s.left_number" :to="`/results/${pair.left.id}/scripts/${s.left_number}`">{{ s.left }}</RouterLink><span v-else class="quiet">not played</span></td>
              <td><RouterLink v-if="s.right_number" :to="`/results/${pair.right.id}/scripts/${s.right_number}`">{{ s.right }}</RouterLink><span v-else class="quiet">not played</span></td>
            </tr>
          </tbody>
        </table>
      </section>
      <section v-for="f in pair.files" :key="f.name" class="panel mt-3">
        <h2 class="mt-0">{{ f.name }} <span class="quiet">{{ f.same ? 'is the same' : 'is different' }}</span></h2>
        <div v-if="!f.same" class="columns">
          <pre class="source" tabindex="0">{{ f.left || 'not there' }}</pre>
          <pre class="source" tabindex="0">{{ f.right || 'not there' }}</pre>
        </div>
      </section>
    </template>
  </LoadState>
</template>
