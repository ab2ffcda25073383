<script setup lang="ts">
import { BButton } from 'bootstrap-vue-next/components/BButton'
import { BFormTextarea } from 'bootstrap-vue-next/components/BFormTextarea'
import { ref, watch } from 'vue'

import type { Group } from '../api/client'

/** Programs that do the same. */
const props = defineProps<{ group: Group }>()
defineEmits<{ tell: [comment: string] }>()

const comment = ref('')
watch(
  () => props.group.comment,
  (text) => {
    comment.value = text
  },
  { immediate: true },
)
</script>

<template>
  <section :id="`group-${group.number}`" class="panel mb-3" :aria-label="`Group ${group.number}`">
    <div class="row-between">
      <h2 class="m-0">Group {{ group.number }}: {{ group.members.length }} {{ group.members.length === 1 ? 'program' : 'programs' }}</h2>
      <span class="number">{{ group.points }} of {{ group.of }}</span>
    </div>
    <p v-if="!group.lost.length && !group.unshown.length" class="mb-1">Every rule is kept.</p>
    <ul v-if="group.says.length" class="mb-1">
      <li v-for="s in group.says" :key="s">{{ s }}</li>
    </ul>
    <p v-if="group.unshown.length" class="quiet mb-1">Not shown: {{ group.unshown.join(', ') }}.</p>
    <p class="d-flex flex-wrap gap-1 mb-2">
      <RouterLink v-for="m in group.members" :key="m.result" class="tag" :to="`/results/${m.result}`">{{ m.student }}</RouterLink>
    </p>
    <p v-if="group.common.length" class="quiet mb-2">
      In common with
      <template v-for="(s, i) in group.common" :key="s.group">
        <template v-if="i">; </template><a :href="`#group-${s.group}`">group {{ s.group }}</a>: {{ [...s.mistakes, ...s.lost].join(', ') }}
      </template>
    </p>
    <div class="d-flex gap-2 align-items-start">
      <BFormTextarea v-model="comment" rows="1" :aria-label="`Comment for group ${group.number}`" placeholder="Comment for all of them" />
      <BButton size="sm" variant="primary" class="text-nowrap" :disabled="comment === group.comment" @click="$emit('tell', comment)">
        Tell all
      </BButton>
    </div>
  </section>
</template>
