<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'

import { api, ask, type Replayed } from '../api/client'
import GameBoard from '../parts/GameBoard.vue'
import LoadState from '../parts/LoadState.vue'
import ToDesk from '../parts/ToDesk.vue'
import { contestPath, fixed, playerName, resultOf } from '../use/contest'
import { useLoad } from '../use/load'
import { useTitle } from '../use/title'

const props = defineProps<{ course: string; contest: string; game: string }>()
const route = useRoute()
const router = useRouter()
const {
  data: view,
  error,
  loading,
  reload,
} = useLoad<Replayed>(
  () => props.game,
  () =>
    ask(
      api.GET('/courses/{course}/contests/{contest}/games/{game}', {
        params: { path: { course: props.course, contest: props.contest, game: Number(props.game) } },
      }),
    ),
)
const c = computed(() => view.value?.contest)
const bout = computed(() => view.value!.bout)
const steps = computed(() => view.value?.steps ?? [])
const at = ref(0)
watch(view, () => {
  at.value = Math.min(Number(route.query.move ?? 0), Math.max(0, steps.value.length - 1))
})
watch(at, (move) => void router.replace({ query: { move } }))
const step = computed(() => steps.value[at.value])
const played = computed(() => steps.value.slice(0, at.value).map((s) => s.move).filter(Boolean).join(' '))
const title = computed(() =>
  c.value
    ? [playerName(c.value, bout.value.first), c.value.measure ? '' : playerName(c.value, bout.value.second)].filter(Boolean).join(' – ')
    : '',
)
useTitle(() => title.value)
const seat = (n: number) => playerName(c.value!, n === 1 ? bout.value.first : bout.value.second)
const cost = (i: number) => {
  const w = steps.value[i]?.worth
  return w ? w.best - w.made : 0
}
const moves = computed(() => Object.entries(step.value?.worth?.moves ?? {}).sort((a, b) => b[1] - a[1] || a[0].localeCompare(b[0])))
const hopeless = computed(() => !c.value?.measure && step.value?.worth?.best === 0)
const worth = (v: number) => (c.value?.measure ? `${fixed(v, 3)} bets` : v === 1 ? 'wins' : v === 0.5 ? 'draws' : 'loses')

function key(event: KeyboardEvent) {
  if (event.key === 'ArrowRight') at.value = Math.min(at.value + 1, steps.value.length - 1)
  else if (event.key === 'ArrowLeft') at.value = Math.max(at.value - 1, 0)
  else return
  event.preventDefault()
}
</script>

<template>
  <LoadState :loading="loading" :error="error" :ready="!!view" @retry="reload">
    <div v-if="view && c && step" @keydown="key">
      <nav class="crumbs" aria-label="Path">
        <RouterLink to="/">Courses</RouterLink> / <RouterLink :to="`/courses/${course}`">{{ course }}</RouterLink> /
        <RouterLink :to="`/courses/${course}/-/contests`">Contests</RouterLink> /
        <RouterLink :to="contestPath(c)">{{ c.title }}</RouterLink> / game
      </nav>
      <h1>{{ title }}</h1>
      <p class="quiet">
        round {{ bout.round }}, deal {{ bout.deal + 1 }} · {{ resultOf(c, bout)
        }}<template v-if="bout.house != null"> · the house’s best: {{ bout.house }}</template> ·
        <a :href="`/api/v1/courses/${course}/contests/${contest}/games/${game}/export`">JSON</a><template v-if="!c.measure && step.boards.length === 1">
          , <a :href="`/api/v1/courses/${course}/contests/${contest}/games/${game}/export?format=sgf`">SGF</a>
        </template>
      </p>
      <p v-if="bout.foul" class="refused">{{ seat(bout.foul_by ?? 0) }} has lost by a foul: {{ bout.foul }}</p>
      <div class="script-grid">
        <ol class="steps panel" aria-label="Moves">
          <li v-for="(s, i) in steps" :key="i">
            <button
              type="button"
              class="step"
              :class="{ 'step-echo': i < view.record.opening }"
              :aria-current="i === at ? 'step' : undefined"
              @click="at = i"
            >
              <span class="step-number">{{ i + 1 }}</span><code>{{ s.move || 'end' }}</code>
              <span v-if="i < view.record.opening" class="quiet">at random</span>
              <span v-else-if="cost(i) > 1e-9" class="step-sign">costs {{ fixed(cost(i), c.measure ? 3 : 1) }}</span>
            </button>
          </li>
        </ol>
        <section class="panel">
          <div class="row-between mb-3">
            <p class="play-status m-0" role="status">
              <template v-if="step.move">
                {{ seat(step.seat) }} ({{ step.turn }}) plays <code>{{ step.move }}</code><span v-if="step.millis" class="quiet">
                  after {{ fixed(step.millis, 1) }} ms</span>
              </template>
              <template v-else>{{ resultOf(c, bout) }}</template>
            </p>
            <span class="d-flex gap-2">
              <button type="button" class="btn btn-sm btn-outline-secondary" :disabled="at === 0" @click="at--">Back</button>
              <button type="button" class="btn btn-sm btn-outline-secondary" :disabled="at + 1 >= steps.length" @click="at++">On</button>
              <ToDesk :course="course" :game="view.record.variant" :words="played" :setup="view.record.setup" :title="`${title}, move ${at}`" />
            </span>
          </div>
          <div class="boards mb-3">
            <GameBoard
              v-for="board in step.boards"
              :key="board.title"
              :title="board.title && `Board of ${board.title}`"
              :board="board.rows"
            />
          </div>
          <ul v-if="step.lines.length" class="play-lines">
            <li v-for="(line, i) in step.lines" :key="i">{{ line }}</li>
          </ul>
          <template v-if="step.worth">
            <p class="mb-1">
              {{
                hopeless
                  ? 'Every move loses.'
                  : cost(at) > 1e-9
                    ? `This move ${worth(step.worth.made)}; the best one ${worth(step.worth.best)}.`
                    : `This move is of the best: it ${worth(step.worth.made)}.`
              }}
            </p>
            <ul v-if="moves.length" class="worths" aria-label="What each move is worth">
              <li
                v-for="[move, value] in moves"
                :key="move"
                class="tag"
                :class="{ good: value >= step.worth.best - 1e-9, bad: value < step.worth.best - 1e-9 }"
              >
                <code>{{ move }}</code> {{ worth(value) }}
              </li>
            </ul>
          </template>
        </section>
      </div>
    </div>
  </LoadState>
</template>
