<script setup lang="ts">
import { computed } from 'vue'

import { api, ask, type Cause, type CriterionVerdict, type Evidence } from '../api/client'
import { useLoad } from '../use/load'
import GameBoard from './GameBoard.vue'
import TerminalText from './TerminalText.vue'
import ToDesk from './ToDesk.vue'

/** What is behind some of the findings, with the shortest way to see it. */
const props = defineProps<{ cause: Cause; result: number; criteria: CriterionVerdict[]; course: string; assignment: string }>()

const { data: proof } = useLoad<Evidence | undefined>(() => `${props.result}/${props.cause.evidence}`, async () =>
  props.cause.evidence ? ask(api.GET('/results/{id}/scripts/{script}', { params: { path: { id: props.result, script: props.cause.evidence } } })) : undefined)
const last = computed(() => {
  const steps = proof.value?.steps ?? []
  const difference = proof.value?.first_difference ?? -1
  return steps[difference >= 0 ? difference : steps.length - 1]
})
const titles = computed(() => props.cause.criteria.map((name) => props.criteria.find((c) => c.name === name)?.title ?? name))
</script>

<template>
  <article class="cause">
    <h3>{{ cause.teacher || titles.join('; ') }}</h3>
    <p class="quiet mb-1"><template v-if="cause.mistake">{{ cause.mistake }}; </template>{{ titles.join('; ') }}</p>
    <div class="cause-grid">
      <div>
        <dl class="pair">
          <template v-if="cause.expected">
            <dt>expected</dt><dd>{{ cause.expected }}</dd>
            <dt>seen</dt><dd>{{ cause.seen || 'nothing of it was shown' }}</dd>
          </template>
          <template v-if="cause.setup"><dt>set-up</dt><dd class="mono">{{ cause.setup }}</dd></template>
          <template v-if="cause.words">
            <dt>shortest</dt>
            <dd>
              <span class="mono">{{ cause.words }}</span>
              <span class="quiet">, {{ cause.confirmed ? 'confirmed by running it' : 'not confirmed with this program' }}</span>
            </dd>
          </template>
          <template v-if="cause.shortest.length">
            <dt>typed</dt>
            <dd class="typed-lines"><kbd v-for="(line, i) in cause.shortest" :key="i">{{ line || '(an empty line)' }}</kbd></dd>
          </template>
          <dt>shown by</dt>
          <dd>{{ cause.scripts.slice(0, 3).join('; ') }}<span v-if="cause.scripts.length > 3" class="quiet">; and {{ cause.scripts.length - 3 }} more</span></dd>
        </dl>
        <div class="d-flex flex-wrap gap-3 align-items-center">
          <RouterLink v-if="cause.evidence" :to="`/results/${result}/scripts/${cause.evidence}`">Step through it</RouterLink>
          <ToDesk
            :course="course" :assignment="assignment" :words="cause.words" :setup="cause.setup" :title="cause.mistake || titles.join('; ')"
            :criterion="cause.criteria[0]"
          />
        </div>
      </div>
      <div v-if="last" class="d-grid gap-2">
        <GameBoard v-if="last.shown.length" title="What the program shows" :board="last.shown" :other="last.reference" />
        <TerminalText :steps="[last]" :current="0" />
      </div>
    </div>
  </article>
</template>
