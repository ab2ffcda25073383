<script setup lang="ts">
import { computed } from 'vue'
import { useRouter } from 'vue-router'

import { api, ask } from '../api/client'
import LoadState from '../parts/LoadState.vue'
import MistakeList from '../parts/MistakeList.vue'
import ParameterForm from '../parts/ParameterForm.vue'
import PlayPanel from '../parts/PlayPanel.vue'
import { useSession } from '../stores/session'
import { useLoad } from '../use/load'
import { useTitle } from '../use/title'

const props = defineProps<{ variant: string }>()
const router = useRouter()

const {
  data: guide,
  error,
  loading,
  reload,
} = useLoad(
  () => props.variant,
  () => ask(api.GET('/games/{variant}', { params: { path: { variant: props.variant } } })),
)
useTitle(() => guide.value?.title ?? '')
const session = useSession()
const { data: courses } = useLoad(
  () => session.person?.login,
  async () => (session.person ? ask(api.GET('/courses')) : []),
)
const teaching = computed(() => (courses.value ?? []).filter((c) => c.role === 'teacher'))

function choose(variant: string) {
  void router.push(`/games/${variant}`)
}
</script>

<template>
  <nav class="crumbs" aria-label="Path">
    <RouterLink to="/games">Games</RouterLink> / <span v-if="!guide">{{ variant }}</span><span v-else>{{ guide.title }}</span>
  </nav>
  <LoadState :loading="loading" :error="error" :ready="!!guide" @retry="reload">
    <template v-if="guide">
      <h1 class="mb-3">
        {{ guide.title }} <code v-if="guide.variant !== guide.name" class="variant">{{ guide.variant }}</code>
      </h1>
      <div class="game-grid">
        <PlayPanel :guide="guide" />
        <section class="panel">
          <h2 class="mt-0">Rules</h2>
          <p>{{ guide.doc }}</p>
          <h2>Parameters</h2>
          <ParameterForm :guide="guide" @choose="choose" />
        </section>
      </div>
      <section class="panel mt-3">
        <h2 class="mt-0">Criteria</h2>
        <table v-if="guide.criteria.length" class="comparisons">
          <thead>
            <tr>
              <th scope="col">criterion</th>
              <th scope="col">rule</th>
              <th scope="col" class="number">scripts</th>
              <th scope="col" class="number">points</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="c in guide.criteria" :key="c.name">
              <th scope="row">{{ c.name }}</th>
              <td>{{ c.title }}</td>
              <td class="number">{{ c.scripts }}</td>
              <td class="number">{{ c.points }}</td>
            </tr>
          </tbody>
        </table>
        <p v-else class="quiet">The suite for a board of this size is written when it is used.</p>
        <p v-if="teaching.length" class="mt-3 mb-0">
          Make a suite of your own for these rules, for
          <template v-for="(c, i) in teaching" :key="c.name">
            <template v-if="i">, </template><RouterLink :to="{ path: `/courses/${c.name}/-/desk`, query: { game: guide.variant } }">{{ c.title }}</RouterLink>
          </template>.
        </p>
      </section>
      <section class="panel mt-3">
        <h2 class="mt-0">{{ guide.mistakes.length }} known mistakes</h2>
        <MistakeList :mistakes="guide.mistakes" />
      </section>
    </template>
  </LoadState>
</template>
