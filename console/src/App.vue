<script setup lang="ts">
import { BButton } from 'bootstrap-vue-next/components/BButton'

import { useRouter } from 'vue-router'

import { useSession } from './stores/session'
import { useTheme } from './stores/theme'

const look = useTheme()
const session = useSession()
const router = useRouter()

async function signOut() {
  await session.signOut()
  await router.push('/sign-in')
}
</script>

<template>
  <a class="visually-hidden-focusable" href="#content">To the content</a>
  <header class="topbar">
    <div class="topbar-inner">
      <nav class="d-flex gap-4 align-items-center" aria-label="Main">
        <RouterLink class="brand" to="/"><img src="/icon.svg" alt=""> Durchgang</RouterLink>
        <RouterLink to="/">Courses</RouterLink>
        <RouterLink to="/games">Games</RouterLink>
        <RouterLink v-if="session.person?.admin" to="/admin">Admin</RouterLink>
      </nav>
      <div class="d-flex flex-wrap gap-2 align-items-center">
        <BButton size="sm" variant="outline-secondary" @click="look.toggle">
          {{ look.theme === 'dark' ? 'Light' : 'Dark' }} colours
        </BButton>
        <template v-if="session.person">
          <RouterLink to="/account">{{ session.person.name }}</RouterLink>
          <BButton size="sm" variant="outline-secondary" @click="signOut">Sign out</BButton>
        </template>
      </div>
    </div>
  </header>
  <main id="content" class="page">
    <RouterView />
  </main>
</template>
