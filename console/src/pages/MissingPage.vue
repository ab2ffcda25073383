<script setup lang="ts">
import { useTitle } from '../use/title'

useTitle(() => 'Not found')
</script>

<template>
  <h1>Page not found</h1>
  <p><RouterLink to="/">To the courses</RouterLink></p>
</template>
