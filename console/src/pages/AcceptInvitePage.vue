<script setup lang="ts">
import { BButton } from 'bootstrap-vue-next/components/BButton'
import { computed, ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'

import { api, ask, type Invitation } from '../api/client'
import ActState from '../parts/ActState.vue'
import LoadState from '../parts/LoadState.vue'
import TextField from '../parts/TextField.vue'
import { useSession } from '../stores/session'
import { useAct } from '../use/act'
import { useLoad } from '../use/load'
import { useTitle } from '../use/title'

useTitle(() => 'Welcome')
const router = useRouter()
const route = useRoute()
const session = useSession()
const secret = computed(() => route.hash.slice(1))
const login = ref('')
const name = ref('')
const password = ref('')
const { notice, failure, act } = useAct()

const { data: invited, error, loading, reload } = useLoad<Invitation>(() => secret.value, () =>
  ask(api.POST('/invitation', { body: { secret: secret.value } })))

async function submit() {
  await act(async () => {
    await session.accept(secret.value, login.value, name.value, password.value)
    await router.push('/')
    return ''
  })
}
</script>

<template>
  <section class="panel narrow">
    <h1 class="mb-3">Welcome</h1>
    <LoadState :loading="loading" :error="error" :ready="!!invited" @retry="reload">
      <p v-if="invited?.login">This link is for <strong>{{ invited.name }}</strong>. Your login is <strong>{{ invited.login }}</strong>.</p>
      <p v-else>You are the first teacher here, and become the administrator: people, courses and the audit log.</p>
      <ActState :notice="notice" :failure="failure" />
      <form @submit.prevent="submit">
        <template v-if="!invited?.login">
          <TextField v-model="name" label="Your name" autocomplete="name" required />
          <TextField v-model="login" label="Login" hint="Small letters and digits, as in ida.marling" autocomplete="username" required />
        </template>
        <TextField v-model="password" label="A new password" hint="At least 10 characters" type="password" autocomplete="new-password" required />
        <BButton type="submit" variant="primary">Set password and sign in</BButton>
      </form>
    </LoadState>
  </section>
</template>
