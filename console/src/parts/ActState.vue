<script setup lang="ts">
import { BAlert } from 'bootstrap-vue-next/components/BAlert'

/** What came of the last act, or why it failed. */
defineProps<{ notice: string; failure: string }>()
</script>

<template>
  <BAlert v-if="failure" variant="danger" :model-value="true" role="alert">{{ failure }}</BAlert>
  <BAlert v-if="notice" variant="success" :model-value="true" role="status">{{ notice }}</BAlert>
</template>
