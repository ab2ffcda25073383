<script setup lang="ts">
import { api, ask } from '../api/client'
import LoadState from '../parts/LoadState.vue'
import { useLoad } from '../use/load'
import { useTitle } from '../use/title'

useTitle(() => 'Games')

const { data: games, error, loading, reload } = useLoad(() => '', () => ask(api.GET('/games')))
</script>

<template>
  <h1 class="mb-3">Games</h1>
  <LoadState :loading="loading" :error="error" :ready="!!games" @retry="reload">
    <div class="shelf">
      <section v-for="g in games" :key="g.name" class="panel">
        <h2 class="mt-0"><RouterLink :to="`/games/${g.name}`">{{ g.title }}</RouterLink></h2>
        <p class="mb-0">{{ g.doc }}</p>
      </section>
    </div>
  </LoadState>
</template>
