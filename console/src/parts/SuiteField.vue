<script setup lang="ts">
import { BButton } from 'bootstrap-vue-next/components/BButton'
import { ref, watch } from 'vue'

import { api, ask } from '../api/client'
import { useAct } from '../use/act'
import ActState from './ActState.vue'
import EditorField from './EditorField.vue'

/** The suite of a new assignment: empty, a text, or the suite for the game's rules to be edited. */
const props = defineProps<{ course: string; game: string; offered: boolean; opponent?: string }>()
const suite = defineModel<string>({ required: true })
const writing = ref(false)
const { notice, failure, act } = useAct()
watch(
  () => props.game,
  () => {
    notice.value = ''
  },
)

const insert = () =>
  act(async () => {
    writing.value = true
    try {
      const path = { course: props.course, variant: props.game }
      const answer = await ask(api.GET('/courses/{course}/suites/{variant}', { params: { path, query: { opponent: props.opponent || undefined } } }))
      suite.value = answer.suite
      const open = answer.holes.map((h) => h.mistakes.join(' and ')).join('; ')
      if (props.opponent) return `${answer.criteria} criteria, ${answer.scripts} scripts.`
      const catches = open ? `Not caught, or not told apart: ${open}.` : 'It catches every known mistake.'
      return `${answer.criteria} criteria, ${answer.scripts} scripts. ${catches}`
    } finally {
      writing.value = false
    }
  })
</script>

<template>
  <div>
    <EditorField
      v-model="suite"
      label="Suite"
      language="suite"
      placeholder="Empty: the suite for this game and these rules"
      hint="Scripts with the criteria they belong to. Empty takes the suite for this game and these rules."
    />
    <RouterLink v-if="offered" class="btn btn-sm btn-outline-primary me-2" :to="{ path: `/courses/${course}/-/desk`, query: { game, ...(opponent && { opponent }) } }">
      Open the desk
    </RouterLink>
    <BButton v-if="offered && !suite" size="sm" variant="outline-secondary" :disabled="writing" @click="insert">
      {{ writing ? 'Writing it …' : 'Insert that suite, to edit it' }}
    </BButton>
    <ActState :notice="notice" :failure="failure" />
  </div>
</template>
