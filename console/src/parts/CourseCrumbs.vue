<script setup lang="ts">
/** The way back to an assignment; what stands below it goes into the slot. */
defineProps<{ course: string; assignment: string }>()
</script>

<template>
  <nav class="crumbs" aria-label="Path">
    <RouterLink to="/">Courses</RouterLink> /
    <RouterLink :to="`/courses/${course}`">{{ course }}</RouterLink> /
    <RouterLink :to="`/courses/${course}/${assignment}`">{{ assignment }}</RouterLink>
    <template v-if="$slots.default"> / <slot /></template>
  </nav>
</template>
