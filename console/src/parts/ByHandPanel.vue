<script setup lang="ts">
import { BButton } from 'bootstrap-vue-next/components/BButton'
import { computed, ref } from 'vue'

import { api, ask, type ByHand, type Result } from '../api/client'
import { useAct } from '../use/act'
import ActState from './ActState.vue'
import SelectField from './SelectField.vue'
import TextField from './TextField.vue'

/** Points that a teacher gives by hand. */
const props = defineProps<{ result: Result }>()
const emit = defineEmits<{ given: [Result] }>()
const criterion = ref('')
const points = ref('')
const reason = ref('')
const options = computed(() => [{ value: '', text: 'everything' }, ...props.result.criteria.map((c) => ({ value: c.name, text: c.title }))])
const named = (h: ByHand) => options.value.find((o) => o.value === h.criterion)?.text ?? h.criterion ?? ''
const { notice, failure, act } = useAct()

async function put(body: { criterion: string; points: number; reason: string; take?: boolean }) {
  emit('given', await ask(api.PUT('/results/{id}/by-hand', { params: { path: { id: props.result.id } }, body })))
}
const give = () => act(async () => {
  await put({ criterion: criterion.value, points: Number(points.value), reason: reason.value })
  points.value = reason.value = ''
  return 'Given. It stays when this is graded again.'
})
const take = (h: ByHand) => act(async () => {
  await put({ criterion: h.criterion ?? '', points: 0, reason: '', take: true })
  return 'Taken away.'
})
</script>

<template>
  <div class="panel">
    <ActState :notice="notice" :failure="failure" />
    <p v-for="h in result.by_hand" :key="h.criterion">
      <strong>{{ h.points }}</strong> for {{ named(h) }}, by {{ h.login }}: {{ h.reason }}
      <BButton size="sm" variant="link" :aria-label="`Remove the override of ${named(h)}`" @click="take(h)">Remove</BButton>
    </p>
    <form @submit.prevent="give">
      <div class="fields">
        <SelectField v-model="criterion" label="For" :options="options" />
        <TextField v-model="points" label="Points" hint="Replaces the computed points" required />
        <TextField v-model="reason" label="Reason" hint="The student reads it" required />
      </div>
      <BButton type="submit" size="sm" variant="outline-secondary">Give by hand</BButton>
    </form>
  </div>
</template>
