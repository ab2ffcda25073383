<script setup lang="ts">
import { BButton } from 'bootstrap-vue-next/components/BButton'
import { computed, ref, watch } from 'vue'
import { useRouter } from 'vue-router'

import { api, ask, type Assignment, type SuiteChange } from '../../api/client'
import { useAct } from '../../use/act'
import { handOver } from '../../use/handOver'
import { useLater } from '../../use/later'
import { termsBody, termsForm } from '../../use/terms'
import type { Desk } from '../../use/desk'
import ActState from '../ActState.vue'
import DeskConflict from './DeskConflict.vue'

/** What saving would change, in words, and the button that saves. */
const props = defineProps<{ desk: Desk; course: string; assignment?: Assignment; game: string; handout: string; changed: boolean }>()
const emit = defineEmits<{ saved: [assignment: Assignment] }>()
const router = useRouter()
const change = ref<SuiteChange>()
const newest = ref<Assignment>()
const refusal = ref('')
const { notice, failure, act } = useAct()
const path = computed(() => ({ course: props.course, assignment: props.assignment?.name ?? '' }))
const { later, cancel } = useLater(500)

watch(
  () => [props.desk.text.value, props.assignment?.revision],
  () => {
    cancel()
    if (!props.assignment || !props.desk.changed.value || props.desk.draft.value?.problem) {
      change.value = undefined
      return
    }
    later(async (fresh) => {
      const answer = await ask(
        api.POST('/courses/{course}/assignments/{assignment}/suite-changes', { params: { path: path.value }, body: { suite: props.desk.text.value } }),
      ).catch(() => undefined)
      if (fresh()) change.value = answer
    })
  },
  { immediate: true },
)
const some = (list: SuiteChange['lower']) => list.slice(0, 4).map((p) => `${p.student} (${p.from} → ${p.to})`).join(', ') + (list.length > 4 ? ' …' : '')

const save = () => saveUpon(props.assignment!)

/** Saves the suite upon a revision; where that is not the newest any more, both are shown. */
const saveUpon = (a: Assignment) =>
  act(async () => {
    const body = {
      revision: a.revision, game: props.game, channel: a.channel, title: a.title, phrasebook: a.phrasebook, handout: props.handout,
      suite: props.desk.text.value, ...termsBody(termsForm(a)),
    }
    const answer = await api.PUT('/courses/{course}/assignments/{assignment}', { params: { path: path.value }, body })
    if (answer.response.status === 409) {
      refusal.value = (answer.error as { detail?: string } | undefined)?.detail ?? ''
      newest.value = await ask(api.GET('/courses/{course}/assignments/{assignment}', { params: { path: path.value } }))
      return ''
    }
    const kept = await ask<Assignment>(Promise.resolve(answer))
    newest.value = undefined
    props.desk.saved()
    change.value = undefined
    emit('saved', kept)
    return `Saved as revision ${kept.revision}. Results stay as they are until you grade again.`
  })

async function takeTheirs() {
  const theirs = newest.value!
  newest.value = undefined
  await props.desk.replace(theirs.suite)
  props.desk.saved()
  emit('saved', theirs)
}

async function take() {
  handOver(props.course, { suite: props.desk.text.value, handout: props.handout })
  await router.push({ path: `/courses/${props.course}/-/new`, query: { game: props.game, desk: '' } })
}
</script>

<template>
  <section class="panel mt-3" aria-label="Save">
    <template v-if="assignment">
      <h2 class="mt-0">What changes</h2>
      <template v-if="change">
        <ul class="desk-holes"><li v-for="says in change.says" :key="says">{{ says }}</li></ul>
        <p v-if="!change.says.length" class="quiet">Only the way it is written.</p>
        <p v-if="change.graded && !change.known" class="quiet">Grade again to see what that does to {{ change.graded }} results.</p>
        <p v-else-if="change.graded && !change.lower.length && !change.higher.length" class="quiet">No result would change.</p>
        <p v-if="change.lower.length" class="bad mb-1">{{ change.lower.length }} would lose points: {{ some(change.lower) }}</p>
        <p v-if="change.higher.length" class="good mb-1">{{ change.higher.length }} would gain points: {{ some(change.higher) }}</p>
      </template>
      <p v-else class="quiet">{{ changed ? 'Unsaved changes.' : 'Nothing is different from the saved suite.' }}</p>
      <BButton variant="primary" :disabled="!changed || !!desk.draft.value?.problem" @click="save">Save</BButton>
    </template>
    <template v-else>
      <p class="quiet">It stays in this browser until it is used.</p>
      <BButton variant="primary" :disabled="!!desk.draft.value?.problem" @click="take">Use in a new assignment</BButton>
    </template>
    <ActState :notice="notice" :failure="failure" />
    <Teleport to="#desk-conflict" defer>
      <DeskConflict
        v-if="newest" :theirs="newest.suite" :mine="desk.text.value" :revision="newest.revision" :says="refusal"
        @mine="saveUpon(newest!)" @theirs="takeTheirs"
      />
    </Teleport>
  </section>
</template>
