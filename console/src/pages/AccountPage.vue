<script setup lang="ts">
import { BButton } from 'bootstrap-vue-next/components/BButton'
import { ref } from 'vue'

import { api, ask, type Token } from '../api/client'
import ActState from '../parts/ActState.vue'
import LoadState from '../parts/LoadState.vue'
import TextField from '../parts/TextField.vue'
import { useSession } from '../stores/session'
import { useAct } from '../use/act'
import { useLoad } from '../use/load'
import { useTitle } from '../use/title'

useTitle(() => 'Your account')
const session = useSession()
const { data: tokens, error, loading, reload } = useLoad<Token[]>(() => '', () => ask(api.GET('/account/tokens')))

const old = ref('')
const next = ref('')
const name = ref('')
const days = ref('90')
const secret = ref('')
const password = useAct()
const token = useAct()

const change = () => password.act(async () => {
  await ask(api.PUT('/account/password', { body: { old: old.value, new: next.value } }))
  old.value = next.value = secret.value = ''
  await reload()
  return 'Your password is changed. Your tokens and other sessions have ended.'
})

const make = () => token.act(async () => {
  secret.value = (await ask(api.POST('/account/tokens', { body: { name: name.value, days: Number(days.value) } }))).secret ?? ''
  name.value = ''
  await reload()
  return ''
})

const revoke = (t: Token) => token.act(async () => {
  await ask(api.DELETE('/account/tokens/{id}', { params: { path: { id: t.id } } }))
  secret.value = ''
  await reload()
  return `${t.name} is revoked.`
})
</script>

<template>
  <h1>{{ session.person?.name }}</h1>
  <p class="quiet">Your login is {{ session.person?.login }}.</p>
  <div class="columns">
    <form class="panel" @submit.prevent="change">
      <h2 class="mt-0">Password</h2>
      <ActState :notice="password.notice.value" :failure="password.failure.value" />
      <TextField v-model="old" label="Current password" type="password" autocomplete="current-password" required />
      <TextField v-model="next" label="A new one" hint="At least 10 characters. You sign in again with it." type="password" autocomplete="new-password" required />
      <BButton type="submit" variant="primary">Change it</BButton>
    </form>
    <section class="panel">
      <h2 class="mt-0">Tokens for the command line</h2>
      <ActState :notice="token.notice.value" :failure="token.failure.value" />
      <div v-if="secret" class="next">
        <span>It is shown only now: <code class="secret" data-part="secret">{{ secret }}</code></span>
      </div>
      <LoadState :loading="loading" :error="error" :ready="!!tokens" @retry="reload">
        <p v-if="!tokens?.length" class="quiet">None. <code>durchgang sign-in {{ session.person?.login }}</code> makes one as well.</p>
        <table v-else class="comparisons mb-3">
          <thead><tr><th scope="col">name</th><th scope="col">good until</th><th scope="col">last used</th><th scope="col">actions</th></tr></thead>
          <tbody>
            <tr v-for="t in tokens" :key="t.id">
              <th scope="row">{{ t.name }}</th>
              <td>{{ new Date(t.expires_at).toLocaleDateString() }}</td>
              <td>{{ t.used_at ? new Date(t.used_at).toLocaleString() : 'never' }}</td>
              <td><BButton size="sm" variant="link" :aria-label="`Revoke ${t.name}`" @click="revoke(t)">Revoke</BButton></td>
            </tr>
          </tbody>
        </table>
      </LoadState>
      <form @submit.prevent="make">
        <div class="fields">
          <TextField v-model="name" label="Name" hint="What it is for, as in laptop" required />
          <TextField v-model="days" label="Days" type="number" required />
        </div>
        <BButton type="submit" variant="outline-secondary">Make a token</BButton>
      </form>
    </section>
  </div>
</template>
