<script setup lang="ts">
import { computed } from 'vue'

import { api, ask } from '../api/client'
import { useLoad } from '../use/load'

/** The way to the desk with a script of what is seen here; for teachers of the course, who alone can use it. */
const props = defineProps<{
  course: string
  assignment?: string
  game?: string
  words: string
  setup?: string
  title: string
  criterion?: string
}>()
const { data: course } = useLoad(
  () => props.course,
  () => ask(api.GET('/courses/{course}', { params: { path: { course: props.course } } })),
)
const to = computed(() => ({
  path: `/courses/${props.course}/${props.assignment ?? '-'}/desk`,
  query: {
    words: props.words,
    title: props.title.slice(0, 200),
    ...(props.game && { game: props.game }),
    ...(props.setup && { setup: props.setup }),
    ...(props.criterion && { criterion: props.criterion }),
  },
}))
</script>

<template>
  <RouterLink v-if="course?.role === 'teacher' && words" class="btn btn-sm btn-outline-secondary" :to="to">Make this a script</RouterLink>
</template>
