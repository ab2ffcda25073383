<script setup lang="ts">
import type { Transcript } from '../api/client'

defineProps<{ classReadings: Transcript['class']; current: string }>()
defineEmits<{ open: [student: string] }>()

const change = (c: Transcript['class'][number]) => c.understood - c.before
</script>

<template>
  <section class="panel" aria-labelledby="class-readings">
    <h2 id="class-readings" class="fs-5">The class</h2>
    <p class="quiet small">Different lines with words that each program printed in this script, and how many of them are understood.</p>
    <table class="readings">
      <thead><tr><th scope="col">student</th><th scope="col">understood</th><th scope="col">change</th></tr></thead>
      <tbody>
        <tr v-for="c in classReadings" :key="c.student" :aria-current="c.student === current || undefined">
          <td><button type="button" class="link" @click="$emit('open', c.student)">{{ c.student }}</button><span v-if="c.own" class="quiet"> (own phrasebook)</span></td>
          <td>{{ c.understood }} of {{ c.lines }}</td>
          <td :class="{ gain: change(c) > 0, loss: change(c) < 0 }">{{ change(c) > 0 ? '+' : '' }}{{ change(c) || '' }}</td>
        </tr>
      </tbody>
    </table>
  </section>
</template>
