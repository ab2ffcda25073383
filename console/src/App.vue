<script setup lang="ts">
import { BButton } from 'bootstrap-vue-next/components/BButton'

import { useTheme } from './stores/theme'

const look = useTheme()
</script>

<template>
  <a class="visually-hidden-focusable" href="#content">To the content</a>
  <header class="topbar">
    <div class="topbar-inner">
      <nav class="d-flex gap-4 align-items-center" aria-label="Main">
        <RouterLink class="brand" to="/"><img src="/icon.svg" alt=""> Durchgang</RouterLink>
        <RouterLink to="/">Courses</RouterLink>
        <RouterLink to="/games">Games</RouterLink>
      </nav>
      <BButton size="sm" variant="outline-secondary" @click="look.toggle">
        {{ look.theme === 'dark' ? 'Light' : 'Dark' }} colours
      </BButton>
    </div>
  </header>
  <main id="content" class="page">
    <RouterView />
  </main>
</template>
