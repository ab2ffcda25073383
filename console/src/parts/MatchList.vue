<script setup lang="ts">
import { computed, ref } from 'vue'

import { api, ask, type Bout, type Contest, type Match } from '../api/client'
import { contestPath, mean, playerName, resultOf } from '../use/contest'
import { useLoad } from '../use/load'
import LoadState from './LoadState.vue'

/** The matches of a contest by rounds; those of one player, when it is chosen; the games of one. */
const props = defineProps<{ contest: Contest }>()
const path = computed(() => ({ course: props.contest.course, contest: props.contest.name }))
const {
  data: matches,
  error,
  loading,
  reload,
} = useLoad<Match[]>(
  () => `${props.contest.id} ${props.contest.done}`,
  () => ask(api.GET('/courses/{course}/contests/{contest}/matches', { params: { path: path.value } })),
)

const player = ref('')
const limit = ref(30)
const shown = computed(() =>
  (matches.value ?? []).filter((m) => !player.value || m.first === Number(player.value) || m.second === Number(player.value)),
)

const open = ref(0)
const bouts = ref<Bout[]>([])
async function unfold(m: Match) {
  open.value = open.value === m.id ? 0 : m.id
  if (open.value)
    bouts.value = await ask(
      api.GET('/courses/{course}/contests/{contest}/matches/{match}', { params: { path: { ...path.value, match: m.id } } }),
    )
}

const players = (m: Match) => [m.first, m.second].filter((n) => n >= 0).map((n) => playerName(props.contest, n)).join(' – ')

function points(m: Match): string {
  if (m.deals === 0) return 'bye'
  if (m.state !== 'done') return m.state
  if (m.second < 0) return mean(props.contest, m.outcome.points![0]! / m.deals)
  return `${m.outcome.points![0]} : ${m.outcome.points![1]}`
}
</script>

<template>
  <LoadState :loading="loading" :error="error" :ready="!!matches" @retry="reload">
    <div class="panel">
      <label class="d-inline-flex gap-2 align-items-center mb-2">of
        <select v-model="player" class="form-select form-select-sm w-auto">
          <option value="">everyone</option>
          <option v-for="e in contest.entrants" :key="e.number" :value="String(e.number)">{{ e.name }}</option>
        </select>
      </label>
      <p v-if="!shown.length" class="quiet mb-0">No match yet.</p>
      <div v-else class="scroll" tabindex="0" role="region" aria-label="Matches">
        <table class="comparisons">
          <thead>
            <tr>
              <th scope="col" class="number">round</th>
              <th scope="col">players</th>
              <th scope="col">{{ contest.measure || 'points' }}</th>
              <th scope="col">fouls</th>
              <th scope="col">games</th>
            </tr>
          </thead>
          <tbody>
            <template v-for="m in shown.slice(0, limit)" :key="m.id">
              <tr>
                <td class="number">{{ m.round }}</td>
                <td>
                  {{ players(m) }}
                  <span v-if="m.stage || m.extra" class="quiet">· {{ m.extra ? 'to know more' : m.stage }}</span>
                </td>
                <td>
                  {{ points(m) }}<span v-if="m.problem" class="bad"> {{ m.problem }}</span>
                </td>
                <td>{{ (m.outcome.fouls?.[0] ?? 0) + (m.outcome.fouls?.[1] ?? 0) || '' }}</td>
                <td>
                  <button
                    v-if="m.state === 'done' && m.deals > 0"
                    type="button"
                    class="btn btn-link"
                    :aria-expanded="open === m.id"
                    @click="unfold(m)"
                  >
                    {{ open === m.id ? 'fold' : 'show'
                    }}<span class="visually-hidden">
                      games of {{ playerName(contest, m.first) }} and {{ playerName(contest, m.second) }}</span>
                  </button>
                </td>
              </tr>
              <tr v-for="b in open === m.id ? bouts : []" :key="`b${b.id}`">
                <td></td>
                <td colspan="4">
                  <RouterLink :to="`${contestPath(contest)}/games/${b.id}`">game {{ b.number + 1 }}</RouterLink>, deal {{ b.deal + 1 }}:
                  <template v-if="b.second >= 0 && !contest.measure">{{ playerName(contest, b.first) }} moves first, </template>
                  {{ resultOf(contest, b) }} <span class="quiet">after {{ b.plies }} moves</span>
                  <span v-if="b.foul" class="bad"> · {{ b.foul }}</span>
                </td>
              </tr>
            </template>
          </tbody>
        </table>
      </div>
      <button v-if="shown.length > limit" type="button" class="btn btn-sm btn-outline-secondary mt-2" @click="limit += 100">
        Show more of {{ shown.length }}
      </button>
    </div>
  </LoadState>
</template>
