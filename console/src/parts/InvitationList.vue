<script setup lang="ts">
import type { Invitation } from '../api/client'

/** Links with which people choose their passwords, to be handed on. */
defineProps<{ invitations: Invitation[] }>()
const whole = (link: string) => window.location.origin + link
</script>

<template>
  <section v-if="invitations.length" class="panel my-3" aria-label="Links">
    <p v-if="invitations.some((i) => i.link)">Give each person their own link. It works once, and is shown only now.</p>
    <table class="comparisons">
      <thead><tr><th scope="col">login</th><th scope="col">link</th></tr></thead>
      <tbody>
        <tr v-for="i in invitations" :key="i.login">
          <th scope="row">{{ i.login }}</th>
          <td v-if="i.link" class="secret">{{ whole(i.link) }}</td>
          <td v-else-if="i.chosen" class="quiet">has a password already</td>
          <td v-else class="quiet">no password yet: an administrator makes the link</td>
        </tr>
      </tbody>
    </table>
  </section>
</template>
