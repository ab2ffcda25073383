<script setup lang="ts">
import { BButton } from 'bootstrap-vue-next/components/BButton'
import { computed, onBeforeUnmount, onMounted, ref, watch } from 'vue'

import { api, ask, type Evidence, type Result } from '../api/client'
import CallFinding from '../parts/CallFinding.vue'
import ComparisonTable from '../parts/ComparisonTable.vue'
import CourseCrumbs from '../parts/CourseCrumbs.vue'
import GameBoard from '../parts/GameBoard.vue'
import LoadState from '../parts/LoadState.vue'
import PagePicture from '../parts/PagePicture.vue'
import ShownLines from '../parts/ShownLines.vue'
import StateMark from '../parts/StateMark.vue'
import StepList from '../parts/StepList.vue'
import TerminalText from '../parts/TerminalText.vue'
import ToDesk from '../parts/ToDesk.vue'
import { useLoad } from '../use/load'
import { useTitle } from '../use/title'

const props = defineProps<{ id: string; script: string }>()

interface View {
  result: Result
  evidence: Evidence
}

const {
  data: view,
  error,
  loading,
  reload,
} = useLoad<View>(
  () => `${props.id}/${props.script}`,
  async () => {
    const id = Number(props.id)
    const [result, evidence] = await Promise.all([
      ask(api.GET('/results/{id}', { params: { path: { id } } })),
      ask(api.GET('/results/{id}/scripts/{script}', { params: { path: { id, script: Number(props.script) } } })),
    ])
    return { result, evidence }
  },
)
useTitle(() => view.value?.evidence.title ?? '')

const current = ref(0)
watch(view, (v) => {
  if (v) current.value = v.evidence.first_difference >= 0 ? v.evidence.first_difference : v.evidence.steps.length - 1
})
const step = computed(() => view.value?.evidence.steps[current.value])
const words = computed(() => (view.value?.evidence.steps ?? []).slice(1, current.value + 1).map((s) => s.word).join(' '))
const last = computed(() => (view.value?.evidence.steps.length ?? 1) - 1)

function go(to: number) {
  current.value = Math.min(Math.max(to, 0), last.value)
}

function key(event: KeyboardEvent) {
  if (event.altKey || event.ctrlKey || event.metaKey || event.target instanceof HTMLPreElement) return
  const targets: Record<string, number> = { ArrowLeft: current.value - 1, ArrowRight: current.value + 1, Home: 0, End: last.value }
  const to = targets[event.key]
  if (to === undefined) return
  event.preventDefault()
  go(to)
}
onMounted(() => window.addEventListener('keydown', key))
onBeforeUnmount(() => window.removeEventListener('keydown', key))
</script>

<template>
  <LoadState :loading="loading" :error="error" :ready="!!view" @retry="reload">
    <template v-if="view && step">
      <CourseCrumbs :course="view.result.course" :assignment="view.result.assignment">
        <RouterLink :to="`/results/${view.result.id}`">{{ view.result.student }}</RouterLink>
      </CourseCrumbs>
      <div class="row-between mb-3">
        <h1>{{ view.evidence.title }} <StateMark class="fs-6 ms-2" :state="view.evidence.state" /></h1>
        <div class="d-flex gap-2" role="group" aria-label="Stepping">
          <BButton size="sm" variant="outline-secondary" :disabled="current === 0" @click="go(current - 1)">← Back</BButton>
          <BButton size="sm" variant="outline-secondary" :disabled="current === last" @click="go(current + 1)">Next →</BButton>
          <BButton v-if="view.evidence.first_difference >= 0" size="sm" variant="primary" @click="go(view.evidence.first_difference)">
            First difference
          </BButton>
          <ToDesk
            :course="view.result.course" :assignment="view.result.assignment" :words="words" :setup="view.evidence.setup"
            :title="`${view.evidence.title}, up to step ${current}`" :criterion="view.evidence.criterion"
          />
        </div>
      </div>
      <div class="script-grid">
        <StepList v-model="current" class="panel" :steps="view.evidence.steps" :difference="view.evidence.first_difference" />
        <div class="d-grid gap-3">
          <section class="panel" aria-live="polite">
            <p class="mb-2">
              <strong>Step {{ current }}:</strong> {{ step.says
              }}<span v-if="step.echo" class="quiet"> (after the first difference, not judged)</span>
            </p>
            <div class="boards">
              <template v-if="step.reference.length">
                <GameBoard title="Reference" :board="step.reference" />
                <GameBoard title="Program" :board="step.shown" :other="step.reference" />
              </template>
              <PagePicture v-if="step.picture" :result="view.result.id" :step="step" />
              <template v-if="step.reference_lines.length">
                <ShownLines title="Reference" :lines="step.reference_lines" />
                <ShownLines title="Program" :lines="step.shown_lines" :other="step.reference_lines" />
              </template>
              <p class="quiet align-self-end mb-0">Then the program {{ step.condition }}.</p>
            </div>
          </section>
          <CallFinding v-if="view.evidence.call && current === view.evidence.first_difference" :call="view.evidence.call" />
          <details v-if="step.outline.length" class="panel">
            <summary>What screen readers are told</summary>
            <ul class="mb-0 mt-2">
              <li v-for="(line, i) in step.outline" :key="i">{{ line }}</li>
            </ul>
          </details>
          <TerminalText :steps="view.evidence.steps" :current="current" />
          <section v-if="step.comparisons.length" class="panel scroll" tabindex="0" aria-label="Comparisons">
            <ComparisonTable :comparisons="step.comparisons" />
          </section>
        </div>
      </div>
    </template>
  </LoadState>
</template>
