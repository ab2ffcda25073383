<script setup lang="ts">
import type { Course } from '../api/client'

/** A course's name, and the ways to its pages for those who may go them. */
defineProps<{ course: Course }>()
</script>

<template>
  <nav class="crumbs" aria-label="Path"><RouterLink to="/">Courses</RouterLink> / {{ course.title }}</nav>
  <h1>{{ course.title }}</h1>
  <nav class="tabs" aria-label="Course">
    <RouterLink :to="`/courses/${course.name}`">Assignments</RouterLink>
    <RouterLink :to="`/courses/${course.name}/-/contests`">Contests</RouterLink>
    <template v-if="course.role !== 'student'">
      <RouterLink :to="`/courses/${course.name}/-/roster`">Roster</RouterLink>
      <RouterLink :to="`/courses/${course.name}/-/gradebook`">Gradebook</RouterLink>
    </template>
    <template v-if="course.role === 'teacher'">
      <RouterLink :to="`/courses/${course.name}/-/people`">People</RouterLink>
      <RouterLink :to="`/courses/${course.name}/-/settings`">Settings</RouterLink>
    </template>
  </nav>
</template>
