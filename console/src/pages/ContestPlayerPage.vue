<script setup lang="ts">
import { computed, ref } from 'vue'

import { api, ask, type ContestPlayer } from '../api/client'
import HandGrid from '../parts/HandGrid.vue'
import LoadState from '../parts/LoadState.vue'
import { contestPath, fixed, mean, percent, playerName, resultOf, speaks } from '../use/contest'
import { useLoad } from '../use/load'
import { useTitle } from '../use/title'

const props = defineProps<{ course: string; contest: string; number: string }>()
const {
  data: view,
  error,
  loading,
  reload,
} = useLoad<ContestPlayer>(
  () => `${props.contest}/${props.number}`,
  () =>
    ask(
      api.GET('/courses/{course}/contests/{contest}/players/{number}', {
        params: { path: { course: props.course, contest: props.contest, number: Number(props.number) } },
      }),
    ),
)
const c = computed(() => view.value?.contest)
const me = computed(() => Number(props.number))
const entrant = computed(() => c.value?.entrants[me.value])
const quality = computed(() => view.value!.rank.quality)
useTitle(() => entrant.value?.name ?? '')
const limit = ref(20)
</script>

<template>
  <LoadState :loading="loading" :error="error" :ready="!!view" @retry="reload">
    <template v-if="view && c && entrant">
      <nav class="crumbs" aria-label="Path">
        <RouterLink to="/">Courses</RouterLink> / <RouterLink :to="`/courses/${course}`">{{ course }}</RouterLink> /
        <RouterLink :to="`/courses/${course}/-/contests`">Contests</RouterLink> /
        <RouterLink :to="contestPath(c)">{{ c.title }}</RouterLink> / {{ entrant.name }}
      </nav>
      <h1>{{ entrant.name }}</h1>
      <p class="quiet">
        place {{ view.rank.place }} of {{ c.entrants.length }} ·
        {{ entrant.house ? 'a house player' : `${entrant.language}, ${speaks[entrant.channel ?? '']}` }}
      </p>
      <p v-if="entrant.problem" class="refused">It cannot play: {{ entrant.problem }}</p>
      <div class="columns">
        <section class="panel">
          <h2 class="mt-0">How it did</h2>
          <dl class="pair mb-0">
            <template v-if="c.measure">
              <dt>{{ c.measure }}</dt>
              <dd>{{ mean(c, view.rank.mean.mean) }} ± {{ mean(c, view.rank.error) }} on average of {{ view.rank.mean.games }}</dd>
              <dt>house’s best</dt>
              <dd>
                {{ mean(c, view.rank.house) }} on the same deals<template v-if="!c.terms.hands">
                  ; the difference is {{ fixed(view.rank.to_house.mean, 2) }} ± {{ fixed(view.rank.to_house.error, 2) }}
                </template>
              </dd>
            </template>
            <template v-else>
              <dt>moving first</dt>
              <dd>{{ view.sides![0]!.points }} points of {{ view.sides![0]!.games }} games</dd>
              <dt>moving second</dt>
              <dd>{{ view.sides![1]!.points }} points of {{ view.sides![1]!.games }} games</dd>
              <dt>strength</dt>
              <dd>{{ fixed(view.rank.strength, 2) }} ± {{ fixed(view.rank.error, 2) }}</dd>
            </template>
            <template v-if="quality.moves">
              <dt>best moves</dt>
              <dd>
                {{ percent(quality.best / quality.moves) }} of {{ quality.moves }}; a move cost
                {{ fixed(quality.cost / quality.moves, 3) }} on average
              </dd>
              <template v-if="!c.measure">
                <dt>thrown away</dt>
                <dd>{{ quality.thrown }} games that were won for sure</dd>
              </template>
            </template>
            <dt>fouls</dt>
            <dd :class="{ bad: view.rank.fouls > 0 }">{{ view.rank.fouls || 'none' }}</dd>
          </dl>
        </section>
        <section class="panel">
          <h2 class="mt-0">What cost most</h2>
          <p v-if="!view.blunders.length" class="quiet mb-0">
            {{ quality.moves ? 'Every move was of the best there are.' : 'What moves are worth is not known in this game.' }}
          </p>
          <div v-else class="scroll" tabindex="0" role="region" aria-label="What cost most">
            <table class="comparisons">
              <thead>
                <tr>
                  <th scope="col">where</th>
                  <th scope="col">move</th>
                  <th scope="col">better</th>
                  <th scope="col" class="number">cost</th>
                  <th scope="col" class="number">times</th>
                </tr>
              </thead>
              <tbody>
                <tr v-for="b in view.blunders" :key="`${b.bout} ${b.ply}`">
                  <td>
                    <RouterLink :to="{ path: `${contestPath(c)}/games/${b.bout}`, query: { move: b.ply } }">{{ b.where }}</RouterLink>
                  </td>
                  <td>{{ b.move }}</td>
                  <td>{{ b.better }}</td>
                  <td class="number">{{ fixed(b.cost, 3) }}</td>
                  <td class="number">{{ b.times }}</td>
                </tr>
              </tbody>
            </table>
          </div>
        </section>
      </div>
      <template v-if="view.hands.length">
        <h2>Every hand against every open card</h2>
        <HandGrid :hands="view.hands" />
      </template>
      <h2>Games</h2>
      <div class="panel scroll" tabindex="0" role="region" aria-label="Games">
        <p v-if="!view.bouts.length" class="quiet mb-0">None yet.</p>
        <table v-else class="comparisons">
          <thead>
            <tr>
              <th scope="col">game</th>
              <th v-if="!c.measure" scope="col">against</th>
              <th v-if="!c.measure" scope="col">moves</th>
              <th scope="col">result</th>
              <th v-if="c.measure" scope="col" class="number">house’s best</th>
              <th scope="col" class="number">moves made</th>
              <th scope="col">foul</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="b in view.bouts.slice(0, limit)" :key="b.id">
              <th scope="row">
                <RouterLink :to="`${contestPath(c)}/games/${b.id}`">round {{ b.round }}, deal {{ b.deal + 1 }}</RouterLink>
              </th>
              <template v-if="!c.measure">
                <td>{{ playerName(c, b.first === me ? b.second : b.first) }}</td>
                <td>{{ b.first === me ? 'first' : 'second' }}</td>
              </template>
              <td>{{ resultOf(c, b) }}</td>
              <td v-if="c.measure" class="number">{{ b.house }}</td>
              <td class="number">{{ b.plies }}</td>
              <td class="bad">{{ b.foul }}</td>
            </tr>
          </tbody>
        </table>
        <button v-if="view.bouts.length > limit" type="button" class="btn btn-sm btn-outline-secondary mt-2" @click="limit += 200">
          Show more of {{ view.bouts.length }}
        </button>
      </div>
    </template>
  </LoadState>
</template>
