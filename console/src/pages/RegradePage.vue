<script setup lang="ts">
import { BButton } from 'bootstrap-vue-next/components/BButton'
import { computed } from 'vue'
import { useRouter } from 'vue-router'

import { api, ask, over, type RunComparison } from '../api/client'
import ActState from '../parts/ActState.vue'
import CourseCrumbs from '../parts/CourseCrumbs.vue'
import LoadState from '../parts/LoadState.vue'
import RunProgress from '../parts/RunProgress.vue'
import { useAct } from '../use/act'
import { useFollow } from '../use/follow'
import { useLoad } from '../use/load'
import { useTitle } from '../use/title'

const props = defineProps<{ id: string; other: string }>()
const router = useRouter()
const {
  data: compared,
  error,
  loading,
  reload,
} = useLoad<RunComparison>(
  () => `${props.id}/${props.other}`,
  () => ask(api.GET('/runs/{id}/compare/{other}', { params: { path: { id: Number(props.id), other: Number(props.other) } } })),
)
useTitle(() => 'What would change')

const after = computed(() => compared.value?.after)
const proposed = computed(() => after.value?.kind === 'proposal' && !after.value.accepted)
const back = computed(() => `/courses/${after.value!.course}/${after.value!.assignment}`)
const { notice, failure, act } = useAct()

const accept = () =>
  act(async () => {
    await ask(api.POST('/runs/{id}/accept', { params: { path: { id: after.value!.id } } }))
    await router.push(back.value)
    return ''
  })
const discard = () =>
  act(async () => {
    await ask(api.DELETE('/runs/{id}', { params: { path: { id: after.value!.id } } }))
    await router.push(back.value)
    return ''
  })

useFollow(() => after.value, reload)
</script>

<template>
  <LoadState :loading="loading" :error="error" :ready="!!compared" @retry="reload">
    <template v-if="compared">
      <CourseCrumbs :course="compared.after.course" :assignment="compared.after.assignment">
        runs {{ compared.before.id }} and {{ compared.after.id }}
      </CourseCrumbs>
      <h1>{{ proposed ? 'What the regrade would change' : `From run ${compared.before.id} to run ${compared.after.id}` }}</h1>
      <RunProgress :run="compared.after" @changed="reload" />
      <ActState :notice="notice" :failure="failure" />
      <div v-if="over(compared.after.state)" class="next">
        <span>
          <strong>{{ compared.up }} up, {{ compared.down }} down</strong>,
          {{ compared.changed.length - compared.up - compared.down }} otherwise different, {{ compared.same }} the same.
          <span class="quiet">{{ compared.after.kept }} did not need to be run again.</span>
        </span>
        <span v-if="proposed" class="d-flex gap-2">
          <BButton v-if="compared.after.state === 'done'" variant="primary" @click="accept">Accept</BButton>
          <BButton variant="outline-danger" @click="discard">Discard</BButton>
        </span>
      </div>
      <p v-if="over(compared.after.state) && !compared.changed.length" class="panel">No differences.</p>
      <div
        v-if="over(compared.after.state) && compared.changed.length"
        class="panel scroll"
        tabindex="0"
        role="region"
        aria-label="Changes"
      >
        <table class="comparisons">
          <thead>
            <tr>
              <th scope="col">student</th>
              <th scope="col" class="number">before</th>
              <th scope="col" class="number">after</th>
              <th scope="col">why</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="c in compared.changed" :key="c.student">
              <th scope="row">
                <RouterLink v-if="c.result_before && c.result_after" :to="`/results/${c.result_before}/compare/${c.result_after}`">{{
                  c.student
                }}</RouterLink><template v-else>{{ c.student }}</template>
              </th>
              <td class="number">{{ c.before }}</td>
              <td class="number" :class="{ good: c.after > c.before, bad: c.after < c.before }">{{ c.after }}</td>
              <td>
                <div v-for="w in c.why" :key="w">{{ w }}</div>
              </td>
            </tr>
          </tbody>
        </table>
      </div>
    </template>
  </LoadState>
</template>
