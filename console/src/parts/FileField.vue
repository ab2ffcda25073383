<script setup lang="ts">
import FieldFrame from './FieldFrame.vue'

/** A field of a form in which a file is chosen. */
withDefaults(defineProps<{ label: string; hint?: string; accept?: string }>(), { hint: '', accept: '' })
const file = defineModel<File | undefined>({ required: true })

function choose(event: Event) {
  file.value = (event.target as HTMLInputElement).files?.[0]
}
</script>

<template>
  <FieldFrame v-slot="{ id, described }" :label="label" :hint="hint">
    <input :id="id" class="form-control" type="file" :accept="accept" :aria-describedby="described" @change="choose">
  </FieldFrame>
</template>
