<script setup lang="ts">
import { BButton } from 'bootstrap-vue-next/components/BButton'
import { computed, ref } from 'vue'

import { api, ask, type Mine } from '../api/client'
import { useAct } from '../use/act'
import ActState from './ActState.vue'

/** A student's result that was handed back, with regrade requests. */
const props = defineProps<{ mine: Mine }>()
const emit = defineEmits<{ asked: [] }>()
const question = ref('')
const waits = computed(() => props.mine.requests.some((r) => !r.answered_at))
const { notice, failure, act } = useAct()

const send = () => act(async () => {
  await ask(api.POST('/results/{id}/requests', { params: { path: { id: props.mine.result!.id } }, body: { question: question.value } }))
  question.value = ''
  emit('asked')
  return 'Asked. The answer will stand here.'
})
</script>

<template>
  <section class="panel" aria-label="Your result">
    <div class="row-between"><h2 class="m-0">Your result</h2><span class="total" data-part="total">{{ mine.result?.points }} of {{ mine.result?.of }}</span></div>
    <iframe class="report-frame mt-2" :src="`/api/v1/results/${mine.result?.id}/report`" title="Your report"></iframe>
    <div v-for="r in mine.requests" :key="r.id" class="mt-2">
      <p class="mb-1 text-break"><strong>You:</strong> {{ r.question }}</p>
      <p v-if="r.answered_at" class="text-break"><strong>{{ r.answered_by }}:</strong> {{ r.answer }}</p>
      <p v-else class="quiet">No answer yet.</p>
    </div>
    <ActState :notice="notice" :failure="failure" />
    <form v-if="!waits" class="d-grid gap-2 mt-2" @submit.prevent="send">
      <textarea v-model="question" class="form-control" rows="2" aria-label="What should be regraded?" placeholder="What should be regraded, and why?"></textarea>
      <div><BButton type="submit" size="sm" variant="outline-secondary" :disabled="!question.trim()">Request a regrade</BButton></div>
    </form>
  </section>
</template>
