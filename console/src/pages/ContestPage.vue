<script setup lang="ts">
import { computed } from 'vue'

import { api, ask, type ContestPage, type Course } from '../api/client'
import ContestActs from '../parts/ContestActs.vue'
import CrossTable from '../parts/CrossTable.vue'
import EnterPanel from '../parts/EnterPanel.vue'
import LoadState from '../parts/LoadState.vue'
import MatchList from '../parts/MatchList.vue'
import ProgressPlot from '../parts/ProgressPlot.vue'
import StandingsTable from '../parts/StandingsTable.vue'
import { formatName } from '../use/contest'
import { useFollowContest } from '../use/follow'
import { useLoad } from '../use/load'
import { useTitle } from '../use/title'

const props = defineProps<{ course: string; contest: string }>()
const {
  data: view,
  error,
  loading,
  reload,
} = useLoad<{ course: Course; page: ContestPage }>(
  () => `${props.course}/${props.contest}`,
  async () => {
    const [course, page] = await Promise.all([
      ask(api.GET('/courses/{course}', { params: { path: { course: props.course } } })),
      ask(api.GET('/courses/{course}/contests/{contest}', { params: { path: { course: props.course, contest: props.contest } } })),
    ])
    return { course, page }
  },
)
useTitle(() => view.value?.page.contest.title ?? '')
useFollowContest(() => view.value?.page.contest, reload)

const c = computed(() => view.value?.page.contest)
const takes = computed(
  () =>
    c.value &&
    (c.value.state === 'open' || (c.value.terms.format === 'ladder' && (c.value.state === 'running' || c.value.state === 'paused'))),
)
const terms = computed(() => {
  const t = c.value!.terms
  const parts = [t.variant, formatName(t.format)]
  if (t.format === 'all' && t.rounds === 2) parts.push('twice')
  parts.push(
    t.hands ? 'every hand once' : `${t.deals} ${t.deals === 1 ? 'deal' : 'deals'}${c.value!.measure ? '' : ' a match, from both sides'}`,
  )
  if (t.opening) parts.push(`${t.opening} moves at random first`)
  parts.push(`${t.seconds} s for a game`)
  return parts.join(' · ')
})
const file = (format: string) => `/api/v1/courses/${props.course}/contests/${props.contest}/export?format=${format}`
</script>

<template>
  <LoadState :loading="loading" :error="error" :ready="!!view" @retry="reload">
    <template v-if="view && c">
      <nav class="crumbs" aria-label="Path">
        <RouterLink to="/">Courses</RouterLink> / <RouterLink :to="`/courses/${course}`">{{ view.course.title }}</RouterLink> /
        <RouterLink :to="`/courses/${course}/-/contests`">Contests</RouterLink> / {{ c.title }}
      </nav>
      <h1>{{ c.title }}</h1>
      <p class="quiet">{{ terms }}</p>
      <ContestActs v-if="view.course.role === 'teacher'" :page="view.page" @changed="reload" />
      <p v-else-if="c.state === 'running'" role="status" class="next">
        It is being played: {{ c.done }} of {{ c.matches }} matches so far.
      </p>
      <EnterPanel v-if="takes" class="mt-3" :contest="c" :course="view.course" @changed="reload" />
      <template v-if="view.page.ranking.games">
        <h2>Standings</h2>
        <StandingsTable :page="view.page" />
        <p class="quiet mt-2">
          <template v-if="view.page.ranking.open">
            {{ view.page.ranking.open }} neighbouring ranks are not certain to 95 %.
          </template>
          <template v-else>Every rank is certain to 95 %. </template>
          <template v-if="view.page.ranking.equal">
            {{ view.page.ranking.equal }} of {{ view.page.ranking.games }} games are equal to an earlier one, move by move, and tell
            nothing more.
          </template>
          <template v-if="!c.measure">Strength is on a scale on which a difference of 1 means odds of 2.7 to 1. </template>
          As a file: <a :href="file('csv')">CSV</a>, <a :href="file('json')">JSON with all games</a>, <a :href="file('svg')">SVG</a>,
          <a :href="file('png')">PNG</a>.
        </p>
        <template v-if="view.page.cross">
          <h2>Each against each</h2>
          <CrossTable :page="view.page" />
        </template>
        <template v-if="view.page.progress.length > 1">
          <h2>Progress</h2>
          <ProgressPlot :page="view.page" />
        </template>
        <h2>Matches</h2>
        <MatchList :contest="c" />
      </template>
    </template>
  </LoadState>
</template>
