<script setup lang="ts">
import type { Comparison } from '../api/client'
import StateMark from './StateMark.vue'

/** What was expected and seen at one step. */
defineProps<{ comparisons: Comparison[] }>()
</script>

<template>
  <table class="comparisons">
    <thead>
      <tr><th scope="col">about</th><th scope="col">expected</th><th scope="col">seen</th><th scope="col">state</th></tr>
    </thead>
    <tbody>
      <tr v-for="c in comparisons" :key="c.subject">
        <th scope="row">{{ c.subject }}</th>
        <td>{{ c.expected || '–' }}</td>
        <td>{{ c.seen || '–' }}</td>
        <td><StateMark :state="c.state" /></td>
      </tr>
    </tbody>
  </table>
</template>
