<script setup lang="ts">
import { useId } from 'vue'

/** A field of a form in which a file is chosen. */
withDefaults(defineProps<{ label: string; hint?: string; accept?: string }>(), { hint: '', accept: '' })
const file = defineModel<File | undefined>({ required: true })
const id = useId()

function choose(event: Event) {
  file.value = (event.target as HTMLInputElement).files?.[0]
}
</script>

<template>
  <div class="field">
    <label :for="id">{{ label }}</label>
    <input :id="id" class="form-control" type="file" :accept="accept" :aria-describedby="hint ? `${id}-hint` : undefined" @change="choose">
    <p v-if="hint" :id="`${id}-hint`" class="hint">{{ hint }}</p>
  </div>
</template>
