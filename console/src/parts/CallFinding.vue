<script setup lang="ts">
import { BButton } from 'bootstrap-vue-next'
import { ref } from 'vue'
import type { Evidence } from '../api/client'

/** The one call that shows a difference, and a test that can be run without Durchgang. */
const props = defineProps<{ call: NonNullable<Evidence['call']> }>()
const copied = ref('')

async function copy() {
  try {
    await navigator.clipboard.writeText(props.call.test)
    copied.value = 'Copied.'
  } catch {
    copied.value = 'The browser does not allow copying: select the text below.'
  }
}
</script>

<template>
  <section class="panel" aria-label="The call that shows it">
    <dl class="pair mb-2">
      <dt>call</dt>
      <dd><code>{{ call.call }}</code></dd>
      <dt>seen</dt>
      <dd><code>{{ call.returned }}</code></dd>
      <dt>expected</dt>
      <dd><code class="call-expected">{{ call.expected }}</code></dd>
    </dl>
    <details open>
      <summary>A test that shows it, in {{ call.language }}</summary>
      <div class="my-2 d-flex gap-2 align-items-center">
        <BButton size="sm" variant="outline-secondary" @click="copy">Copy the test</BButton>
        <span class="quiet" role="status">{{ copied }}</span>
      </div>
      <pre class="source mb-0" tabindex="0">{{ call.test }}</pre>
    </details>
  </section>
</template>

<style scoped>
.call-expected {
  white-space: pre-wrap;
}
</style>
