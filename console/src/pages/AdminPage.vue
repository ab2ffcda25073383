<script setup lang="ts">
import { BButton } from 'bootstrap-vue-next/components/BButton'
import { onBeforeUnmount, ref } from 'vue'

import { api, ask, type Invitation, type Workload, type Person } from '../api/client'
import ActState from '../parts/ActState.vue'
import AuditLog from '../parts/AuditLog.vue'
import InvitationList from '../parts/InvitationList.vue'
import LoadState from '../parts/LoadState.vue'
import QueueTable from '../parts/QueueTable.vue'
import TextField from '../parts/TextField.vue'
import { useAct } from '../use/act'
import { useLoad } from '../use/load'
import { useTitle } from '../use/title'

useTitle(() => 'Administration')
interface View { workload: Workload; people: Person[] }
const { data: view, error, loading, reload } = useLoad<View>(() => '', async () => {
  const [workload, people] = await Promise.all([ask(api.GET('/workload')), ask(api.GET('/people'))])
  return { workload, people }
})
const beat = window.setInterval(() => void reload(), 3000)
onBeforeUnmount(() => window.clearInterval(beat))

const login = ref('')
const name = ref('')
const invitations = ref<Invitation[]>([])
const { notice, failure, act } = useAct()

const add = () => act(async () => {
  invitations.value = [await ask(api.POST('/people', { body: { login: login.value, name: name.value } }))]
  login.value = name.value = ''
  await reload()
  return ''
})

const invite = (p: Person) => act(async () => {
  invitations.value = [await ask(api.POST('/people/{login}/invitation', { params: { path: { login: p.login } } }))]
  return ''
})

const change = (p: Person, to: Partial<Person>) => act(async () => {
  const { name, mail, admin, disabled } = { ...p, ...to }
  await ask(api.PUT('/people/{login}', { params: { path: { login: p.login } }, body: { name, mail, admin, disabled } }))
  await reload()
  return `${p.name} is changed.`
})
</script>

<template>
  <h1 class="mb-3">Administration</h1>
  <LoadState :loading="loading" :error="error" :ready="!!view" @retry="reload">
    <template v-if="view">
      <QueueTable :workload="view.workload" />
      <section class="panel mt-3">
        <h2 class="mt-0">People</h2>
        <ActState :notice="notice" :failure="failure" />
        <InvitationList :invitations="invitations" />
        <div class="scroll" tabindex="0" role="region" aria-label="People">
          <table class="comparisons">
            <thead><tr><th scope="col">name</th><th scope="col">login</th><th scope="col">status</th><th scope="col">actions</th></tr></thead>
            <tbody>
              <tr v-for="p in view.people" :key="p.id">
                <th scope="row">{{ p.name }}</th><td>{{ p.login }}</td>
                <td>{{ [p.admin && 'administrator', !p.chosen && 'has not signed in', p.disabled && 'disabled'].filter(Boolean).join(', ') }}</td>
                <td class="text-nowrap">
                  <BButton size="sm" variant="link" :aria-label="`New link for ${p.name}`" @click="invite(p)">New link</BButton>
                  <BButton size="sm" variant="link" :aria-label="`${p.admin ? 'Revoke admin' : 'Grant admin'}: ${p.name}`" @click="change(p, { admin: !p.admin })">{{ p.admin ? 'Revoke admin' : 'Grant admin' }}</BButton>
                  <BButton size="sm" variant="link" :aria-label="`${p.disabled ? 'Enable' : 'Disable'}: ${p.name}`" @click="change(p, { disabled: !p.disabled })">{{ p.disabled ? 'Enable' : 'Disable' }}</BButton>
                </td>
              </tr>
            </tbody>
          </table>
        </div>
        <form class="mt-3" @submit.prevent="add">
          <div class="fields">
            <TextField v-model="name" label="Name" required />
            <TextField v-model="login" label="Login" required />
          </div>
          <BButton type="submit" variant="outline-secondary">Add an account</BButton>
        </form>
      </section>
      <section class="panel mt-3">
        <h2 class="mt-0">Audit log</h2>
        <AuditLog />
      </section>
    </template>
  </LoadState>
</template>
