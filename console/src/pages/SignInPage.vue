<script setup lang="ts">
import { BButton } from 'bootstrap-vue-next/components/BButton'
import { ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'

import ActState from '../parts/ActState.vue'
import TextField from '../parts/TextField.vue'
import { useSession } from '../stores/session'
import { useAct } from '../use/act'
import { useTitle } from '../use/title'

useTitle(() => 'Sign in')
const session = useSession()
const router = useRouter()
const route = useRoute()
const insecure = !window.isSecureContext
const login = ref('')
const password = ref('')
const { notice, failure, act } = useAct()

/** Where to go then: a page of this console. */
function next() {
  const to = route.query.to
  return typeof to === 'string' && to.startsWith('/') && !to.startsWith('//') ? to : '/'
}

async function submit() {
  await act(async () => {
    await session.signIn(login.value, password.value)
    await router.push(next())
    return ''
  })
}
</script>

<template>
  <section class="panel narrow">
    <h1 class="mb-3">Sign in</h1>
    <p v-if="session.session?.first">
      There are no accounts yet. The service has printed an invitation link for the first teacher.
    </p>
    <p v-if="insecure" class="bad">
      This page is not served over https, so you cannot stay signed in. Ask an administrator for an https address.
    </p>
    <ActState :notice="notice" :failure="failure" />
    <form @submit.prevent="submit">
      <TextField v-model="login" label="Login" autocomplete="username" required />
      <TextField v-model="password" label="Password" type="password" autocomplete="current-password" required />
      <BButton type="submit" variant="primary">Sign in</BButton>
    </form>
    <p class="quiet mt-3 mb-0">No account, or password forgotten? Ask your teacher for a link.</p>
  </section>
</template>
