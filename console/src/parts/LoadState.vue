<script setup lang="ts">
import { BAlert } from 'bootstrap-vue-next/components/BAlert'
import { BButton } from 'bootstrap-vue-next/components/BButton'
import { BSpinner } from 'bootstrap-vue-next/components/BSpinner'

/** What stands in for a page's content while it loads or when it failed. */
defineProps<{ loading: boolean; error: string; ready: boolean }>()
defineEmits<{ retry: [] }>()
</script>

<template>
  <BAlert v-if="error" variant="danger" :model-value="true" role="alert">
    <div class="row-between">
      <span>{{ error }}</span>
      <BButton size="sm" variant="outline-danger" @click="$emit('retry')">Try again</BButton>
    </div>
  </BAlert>
  <p v-if="loading && !ready" class="quiet" role="status"><BSpinner small /> Loading …</p>
  <slot v-if="ready" />
</template>
