<script setup lang="ts">
import { BButton } from 'bootstrap-vue-next/components/BButton'

import type { Assignment, Run } from '../api/client'

/** What a teacher would do next with an assignment. */
defineProps<{ assignment: Assignment; run?: Run; teaches: boolean; open: number; at: string }>()
defineEmits<{ grade: []; regrade: []; publish: [] }>()
</script>

<template>
  <div v-if="open" class="next">
    <span><strong>{{ open === 1 ? 'A student requests' : `${open} students request` }} a regrade.</strong></span>
    <RouterLink class="btn btn-sm btn-primary" :to="`${at}/requests`">Answer</RouterLink>
  </div>
  <div v-if="assignment.proposal && run" class="next">
    <span><strong>A regrade waits:</strong> preview the changes before they count.</span>
    <RouterLink class="btn btn-sm btn-primary" :to="`/runs/${run.id}/compare/${assignment.proposal}`">Review the regrade</RouterLink>
  </div>
  <div v-else-if="!assignment.submissions" class="next">
    <span><strong>No submissions yet.</strong> Hand in a class, or wait for the students.</span>
    <RouterLink class="btn btn-sm btn-primary" :to="`${at}/import`">Hand in a class</RouterLink>
  </div>
  <div v-else-if="!run" class="next">
    <span><strong>Nothing has been graded yet.</strong> <span class="quiet">Every script is played with every program.</span></span>
    <BButton variant="primary" size="sm" @click="$emit('grade')">Grade all</BButton>
  </div>
  <div v-else-if="run.state === 'done' && run.revision < assignment.revision && teaches" class="next">
    <span><strong>The assignment has changed since.</strong> Preview the changes before they count.</span>
    <BButton variant="primary" size="sm" @click="$emit('regrade')">Grade by the new revision</BButton>
  </div>
  <div v-else-if="run.state === 'done' && assignment.published_run !== run.id && teaches" class="next">
    <span><strong>{{ assignment.published_run ? 'Students still see an older run.' : 'Students see nothing yet.' }}</strong> Check what students will read, then publish.</span>
    <BButton variant="primary" size="sm" @click="$emit('publish')">Hand back</BButton>
  </div>
</template>
