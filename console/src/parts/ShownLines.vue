<script setup lang="ts">
/** What a position shows beside a board, in words. Lines that other does not have are marked. */
const props = defineProps<{ title: string; lines: string[]; other?: string[] }>()

function wrong(line: string): boolean {
  return props.other !== undefined && !props.other.some((o) => o.toLowerCase() === line.toLowerCase())
}
</script>

<template>
  <figure class="m-0">
    <figcaption class="quiet mb-1">{{ title }}</figcaption>
    <ul v-if="lines.length" class="shown-lines">
      <li v-for="(line, i) in lines" :key="i" :class="{ wrong: wrong(line) }">
        {{ line }}<span v-if="wrong(line)" class="visually-hidden">, differs</span>
      </li>
    </ul>
    <p v-else class="board-empty quiet m-0">The program showed nothing at this step.</p>
  </figure>
</template>
