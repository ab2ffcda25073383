<script setup lang="ts">
import { BButton } from 'bootstrap-vue-next/components/BButton'
import { BProgress } from 'bootstrap-vue-next/components/BProgress'
import { computed } from 'vue'

import { api, ask, over, type Run } from '../api/client'
import { useAct } from '../use/act'
import { duration } from '../use/clock'
import ActState from './ActState.vue'

/** How far a run has come, with what can be done to it while it is not over. */
const props = defineProps<{ run: Run; /** How many programs are not graded yet although they were run. */ open?: number }>()
const emit = defineEmits<{ changed: [] }>()
const { notice, failure, act } = useAct()

const ended = computed(() => {
  const r = props.run
  return `Run ${r.id}, revision ${r.revision}: ` + [
    r.state === 'cancelled' ? 'cancelled' : '',
    `${r.total - (props.open ?? 0)} graded`,
    props.open ? `${props.open} not graded yet` : '',
    r.kept ? `${r.kept} of them kept from before` : '',
    new Date(r.finished_at ?? r.created_at).toLocaleString(),
  ].filter(Boolean).join(', ')
})
const underway = computed(() => {
  const r = props.run
  const state = r.state === 'paused' ? ', paused' : r.seconds_left !== null ? `, about ${duration(r.seconds_left)} left` : ''
  return `Run ${r.id}: ${r.done} of ${r.total} graded${state}`
})

const change = (what: 'pause' | 'resume' | 'cancel') =>
  act(async () => {
    await ask(api.POST(`/runs/{id}/${what}`, { params: { path: { id: props.run.id } } }))
    emit('changed')
    return ''
  })
</script>

<template>
  <div class="my-2">
    <span v-if="over(run.state)" class="quiet" role="status">
      {{ ended }}
    </span>
    <template v-else>
      <div class="row-between">
        <span role="status">
          {{ underway }}
        </span>
        <span class="d-flex gap-2">
          <BButton v-if="run.state === 'paused'" size="sm" variant="outline-secondary" @click="change('resume')">Go on</BButton>
          <BButton v-else size="sm" variant="outline-secondary" @click="change('pause')">Pause</BButton>
          <BButton size="sm" variant="outline-danger" @click="change('cancel')">Cancel</BButton>
        </span>
      </div>
      <BProgress :value="run.done" :max="run.total" height="0.6rem" class="mt-1" :aria-label="`Run ${run.id}`" />
    </template>
    <ActState :notice="notice" :failure="failure" />
  </div>
</template>
