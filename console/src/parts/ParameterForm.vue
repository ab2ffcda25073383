<script setup lang="ts">
import { BButton } from 'bootstrap-vue-next/components/BButton'
import { computed, ref, watch } from 'vue'

import type { Guide } from '../api/client'

/** The parameters of a game; choose is told the variant they make. Nested stands in another form. */
const props = defineProps<{ guide: Guide; nested?: boolean }>()
const emit = defineEmits<{ choose: [variant: string] }>()

const values = ref<Record<string, string>>({})

watch(() => props.guide, (guide) => {
  const given = new Map(guide.variant.split(':')[1]?.split(',').map((part) => part.split('=') as [string, string]))
  values.value = Object.fromEntries(guide.params.map((p) => [p.name, given.get(p.name) ?? p.default]))
}, { immediate: true })

const variant = computed(() => {
  const changed = props.guide.params.filter((p) => String(values.value[p.name]) !== p.default)
  const parts = changed.map((p) => `${p.name}=${values.value[p.name]}`).sort()
  return parts.length ? `${props.guide.name}:${parts.join(',')}` : props.guide.name
})
</script>

<template>
  <component :is="nested ? 'div' : 'form'" @submit.prevent="emit('choose', variant)">
    <div class="parameters">
      <template v-for="p in guide.params" :key="p.name">
        <label :for="`param-${p.name}`"><code>{{ p.name }}</code></label>
        <select v-if="p.choices" :id="`param-${p.name}`" v-model="values[p.name]" class="form-select form-select-sm">
          <option v-for="choice in p.choices" :key="choice" :value="choice">{{ choice }}</option>
        </select>
        <input
          v-else :id="`param-${p.name}`" v-model="values[p.name]" class="form-control form-control-sm"
          :type="p.max ? 'number' : 'text'" :min="p.max ? (p.min ?? 0) : undefined" :max="p.max || undefined"
        >
        <span class="quiet">{{ p.doc }}<template v-if="p.max"> ({{ p.min ?? 0 }} to {{ p.max }})</template></span>
      </template>
    </div>
    <div class="row-between mt-3">
      <code class="variant">{{ variant }}</code>
      <BButton size="sm" :type="nested ? 'button' : 'submit'" variant="primary" :disabled="variant === guide.variant" @click="nested && emit('choose', variant)">Use these rules</BButton>
    </div>
  </component>
</template>
