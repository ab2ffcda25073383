<script setup lang="ts">
import { BButton } from 'bootstrap-vue-next/components/BButton'
import { ref } from 'vue'
import { useRouter } from 'vue-router'

import { api, ask, type Course } from '../api/client'
import ActState from '../parts/ActState.vue'
import LoadState from '../parts/LoadState.vue'
import TextField from '../parts/TextField.vue'
import { useSession } from '../stores/session'
import { useAct } from '../use/act'
import { useLoad } from '../use/load'
import { useTitle } from '../use/title'

useTitle(() => 'Courses')
const session = useSession()
const router = useRouter()
const { data: courses, error, loading, reload } = useLoad<Course[]>(() => '', () => ask(api.GET('/courses')))

const adding = ref(false)
const title = ref('')
const name = ref('')
const zone = ref(Intl.DateTimeFormat().resolvedOptions().timeZone)
const { notice, failure, act } = useAct()

/** The short name that a title makes, until another is written. */
const short = (text: string) => text.toLowerCase().normalize('NFD').replace(/[^a-z0-9]+/g, '-').replace(/^-|-$/g, '').slice(0, 60)

const add = () => act(async () => {
  const course = await ask(api.POST('/courses', { body: { name: name.value || short(title.value), title: title.value, zone: zone.value } }))
  await router.push(`/courses/${course.name}`)
  return ''
})
</script>

<template>
  <div class="row-between mb-3">
    <h1>Courses</h1>
    <BButton v-if="session.person?.admin && !adding" size="sm" :variant="courses?.length ? 'outline-secondary' : 'primary'" @click="adding = true">New course</BButton>
  </div>
  <form v-if="adding" class="panel mb-3" @submit.prevent="add">
    <ActState :notice="notice" :failure="failure" />
    <div class="fields">
      <TextField v-model="title" label="Title" hint="Title" required />
      <TextField v-model="name" label="Short name" :placeholder="short(title)" hint="Small letters, digits and hyphens, for addresses and commands" />
      <TextField v-model="zone" label="Time zone" hint="Time zone of the course" required />
    </div>
    <div class="d-flex gap-2">
      <BButton type="submit" variant="primary">Open the course</BButton>
      <BButton variant="outline-secondary" @click="adding = false">Not now</BButton>
    </div>
  </form>
  <LoadState :loading="loading" :error="error" :ready="!!courses" @retry="reload">
    <p v-if="!courses?.length && !adding" class="panel">
      <template v-if="session.person?.admin">There is no course yet. <strong>New course</strong> opens one, with you as its teacher.</template>
      <template v-else>You are not in a course yet. Ask your teacher to add you.</template>
    </p>
    <div v-if="courses?.length" class="shelf">
      <section v-for="c in courses" :key="c.id" class="panel">
        <h2 class="mt-0"><RouterLink v-if="c.role" :to="`/courses/${c.name}`">{{ c.title }}</RouterLink><template v-else>{{ c.title }}</template></h2>
        <p class="quiet mb-0">
          {{ c.assignments === 1 ? '1 assignment' : `${c.assignments} assignments` }},
          <template v-if="c.role">you are {{ c.role === 'assistant' ? 'an' : 'a' }} {{ c.role }}</template>
          <template v-else>you are not a member; <RouterLink :to="`/courses/${c.name}/-/people`">its people</RouterLink></template>
        </p>
      </section>
    </div>
  </LoadState>
</template>
