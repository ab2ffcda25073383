<script setup lang="ts">
import { BAlert } from 'bootstrap-vue-next/components/BAlert'
import { BButton } from 'bootstrap-vue-next/components/BButton'
import { BFormTextarea } from 'bootstrap-vue-next/components/BFormTextarea'
import { computed, onBeforeUnmount, ref, watch } from 'vue'

import { api, ask, over } from '../api/client'
import ByHandPanel from '../parts/ByHandPanel.vue'
import CausePanel from '../parts/CausePanel.vue'
import CourseCrumbs from '../parts/CourseCrumbs.vue'
import FindingCard from '../parts/FindingCard.vue'
import LoadState from '../parts/LoadState.vue'
import StateMark from '../parts/StateMark.vue'
import { useAct } from '../use/act'
import { useLoad } from '../use/load'
import { useTitle } from '../use/title'

const props = defineProps<{ id: string }>()
const path = computed(() => ({ id: Number(props.id) }))

const {
  data: result,
  error,
  loading,
  reload,
} = useLoad(
  () => props.id,
  () => ask(api.GET('/results/{id}', { params: { path: path.value } })),
)
useTitle(() => result.value?.student ?? '')

const beat = window.setInterval(() => {
  if (result.value && !over(result.value.state)) void reload()
}, 1500)
onBeforeUnmount(() => window.clearInterval(beat))

const diagnosis = computed(() => result.value?.diagnosis[0])
const others = computed(() => (diagnosis.value?.whole ? result.value!.diagnosis.slice(1) : []))
const confirmed = computed(() => (result.value?.causes ?? []).filter((c) => c.confirmed).flatMap((c) => c.scripts))
const faults = computed(() =>
  (result.value?.criteria ?? [])
    .map((criterion) => ({
      criterion,
      findings: result.value!.findings.filter((f) => f.criterion === criterion.name && !confirmed.value.includes(f.script)),
    }))
    .filter(({ findings }) => findings.length),
)

const number = (script: string) => result.value?.scripts.find((s) => s.title === script)?.number ?? 1

/** Where its words are said what they mean. */
const wording = computed(
  () => `/courses/${result.value?.course}/${result.value?.assignment}/wording?student=${encodeURIComponent(result.value?.student ?? '')}`,
)

const comment = ref('')
const { notice, failure, act } = useAct()
watch(result, (r) => {
  comment.value = r?.comment ?? ''
})
const tell = () =>
  act(async () => {
    result.value = await ask(api.PUT('/results/{id}/comment', { params: { path: path.value }, body: { comment: comment.value } }))
    return result.value.comment ? 'It stands in the report.' : 'It is taken away.'
  })
</script>

<template>
  <LoadState :loading="loading" :error="error" :ready="!!result" @retry="reload">
    <template v-if="result">
      <CourseCrumbs :course="result.course" :assignment="result.assignment" />
      <div class="row-between">
        <div>
          <h1>{{ result.student }}</h1>
          <span class="quiet">{{ result.language || 'not run' }}, run {{ result.run
          }}<template v-if="result.days_late">, {{ result.days_late }} days late</template></span>
        </div>
        <div class="d-flex gap-3 align-items-center">
          <RouterLink class="btn btn-sm btn-outline-secondary" :to="`/results/${result.id}/files`">The program</RouterLink>
          <RouterLink
            v-if="result.state === 'done' || result.state === 'failed'"
            class="btn btn-sm btn-outline-secondary"
            :to="`/results/${result.id}/report`"
          >What the student reads</RouterLink>
          <div class="total" data-part="total">
            <template v-if="result.problem">not graded yet</template><template v-else>{{ result.points }} of {{ result.of }}</template>
          </div>
        </div>
      </div>

      <section v-if="result.problem" class="panel mt-3">
        <h2 class="mt-0">This program is not graded yet</h2>
        <pre class="screen">{{ result.problem }}</pre>
        <RouterLink v-if="result.problem.includes('no move was seen')" class="btn btn-sm btn-primary mt-3" :to="wording">Say what its words mean</RouterLink>
      </section>
      <p v-else-if="result.state !== 'done'" class="panel mt-3" role="status">
        This program
        {{
          { running: 'is being graded', cancelled: 'was not graded, since its run was cancelled' }[result.state as string] ??
            'waits to be graded'
        }}.
      </p>
      <template v-else>
        <p v-if="result.note" class="panel mt-3 text-break">{{ result.note }}</p>
        <details v-if="result.learned" class="panel mt-3">
          <summary>How this program talks or is called was found by playing</summary>
          <pre class="screen mt-2">{{ result.learned }}</pre>
          <RouterLink class="btn btn-sm btn-outline-secondary" :to="wording">See how it is read</RouterLink>
        </details>
        <h2>What went wrong</h2>
        <p v-if="!result.causes.length && !faults.length">Nothing: the program keeps every rule that it shows.</p>
        <p v-else-if="diagnosis?.omits">
          Nothing breaks the rules, but not everything is shown. Either the wording is not understood, or this is missing:
        </p>
        <p v-else-if="diagnosis?.whole">
          All observations are explained by <strong>{{ diagnosis.mistakes.join(' and ') }}</strong><span
            v-if="others.length"
            class="quiet"
          >; as well, though less likely, by {{ others.map((o) => o.mistakes.join(' and ')).join('; ') }}</span>.
        </p>
        <p v-else-if="diagnosis">
          No known mistake explains everything. Closest is <strong>{{ diagnosis.mistakes.join(' and ') }}</strong>, which explains
          {{ diagnosis.for.length }} scripts and leaves {{ diagnosis.against.length }}.
        </p>
        <p v-else>No known mistake explains this; what happened is described below.</p>
        <section v-if="result.causes.length" class="panel mb-3" aria-label="Causes">
          <CausePanel
            v-for="(c, i) in result.causes" :key="i" :cause="c" :result="result.id" :criteria="result.criteria"
            :course="result.course" :assignment="result.assignment"
          />
        </section>
        <section v-for="{ criterion, findings } in faults" :key="criterion.name" class="panel mb-3">
          <h3><StateMark state="differs" bare /> {{ criterion.title }}</h3>
          <FindingCard v-for="f in findings" :key="f.script" :finding="f" :result="result.id" :number="number(f.script)" />
        </section>

        <h2>Points</h2>
        <div class="panel">
          <div v-for="c in result.criteria" :key="c.name" class="criterion">
            <StateMark :state="c.state" />
            <span>{{ c.title }}<span v-if="c.state !== 'agrees'" class="quiet">: {{ c.reason }}</span></span>
            <span class="number">{{ c.points }} / {{ c.of }}</span>
          </div>
          <div v-for="(a, i) in result.account" :key="i" class="criterion">
            <span></span><span>{{ a.reason }}</span><span class="number">{{ a.points }}</span>
          </div>
        </div>

        <h2 id="comment">Comment</h2>
        <BAlert v-if="failure" variant="danger" :model-value="true">{{ failure }}</BAlert>
        <div class="panel d-grid gap-2">
          <BFormTextarea
            v-model="comment"
            rows="2"
            aria-labelledby="comment"
            placeholder="Your comment; it comes first in the report."
          />
          <div class="d-flex gap-2 align-items-center">
            <BButton size="sm" variant="primary" :disabled="comment === result.comment" @click="tell">Save</BButton>
            <span class="quiet" role="status">{{ notice }}</span>
          </div>
        </div>

        <h2>Points by hand</h2>
        <ByHandPanel :result="result" @given="(r) => (result = r)" />

        <details class="mt-3">
          <summary>All {{ result.scripts.length }} recorded runs</summary>
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
