<script setup lang="ts">
import { BButton } from 'bootstrap-vue-next/components/BButton'
import { computed, ref } from 'vue'

import { api, ask, type Course, type Invitation, type Participant } from '../api/client'
import ActState from '../parts/ActState.vue'
import CourseTabs from '../parts/CourseTabs.vue'
import InvitationList from '../parts/InvitationList.vue'
import LoadState from '../parts/LoadState.vue'
import SelectField from '../parts/SelectField.vue'
import TextField from '../parts/TextField.vue'
import { useAct } from '../use/act'
import { useLoad } from '../use/load'
import { useTitle } from '../use/title'

const props = defineProps<{ course: string }>()
const at = computed(() => ({ course: props.course }))
useTitle(() => 'People')

interface View { course?: Course; members: Participant[] }
const { data: view, error, loading, reload } = useLoad<View>(() => props.course, async () => {
  const path = { params: { path: at.value } }
  const members = await ask(api.GET('/courses/{course}/members', path))
  return { members, course: await ask(api.GET('/courses/{course}', path)).catch(() => undefined) }
})
const staff = computed(() => view.value?.members.filter((m) => m.role !== 'student') ?? [])

const login = ref('')
const name = ref('')
const role = ref('assistant')
const invitations = ref<Invitation[]>([])
const { notice, failure, act } = useAct()

const add = () => act(async () => {
  invitations.value = [await ask(api.POST('/courses/{course}/members', {
    params: { path: at.value }, body: { login: login.value, name: name.value, role: role.value as 'teacher' | 'assistant' },
  }))]
  login.value = name.value = ''
  await reload()
  return 'It is done.'
})

const drop = (m: Participant) => act(async () => {
  await ask(api.DELETE('/courses/{course}/members/{login}', { params: { path: { ...at.value, login: m.login } } }))
  await reload()
  return `${m.name} is not a member any more.`
})
</script>

<template>
  <LoadState :loading="loading" :error="error" :ready="!!view" @retry="reload">
    <template v-if="view">
      <CourseTabs v-if="view.course" :course="view.course" />
      <h1 v-else>The people of {{ course }}</h1>
      <ActState :notice="notice" :failure="failure" />
      <InvitationList :invitations="invitations" />
      <div class="columns">
        <section class="panel">
          <h2 class="mt-0">Teachers and assistants</h2>
          <table class="comparisons">
            <thead><tr><th scope="col">name</th><th scope="col">role</th><th scope="col">actions</th></tr></thead>
            <tbody>
              <tr v-for="m in staff" :key="m.login">
                <th scope="row">{{ m.name }} <span class="quiet">{{ m.login }}<template v-if="!m.chosen">, has not signed in</template></span></th>
                <td>{{ m.role }}</td>
                <td><BButton size="sm" variant="link" :aria-label="`Remove: ${m.name}`" @click="drop(m)">Remove</BButton></td>
              </tr>
            </tbody>
          </table>
          <p class="quiet mb-0 mt-2">Students are added by the roster.</p>
        </section>
        <form class="panel" @submit.prevent="add">
          <h2 class="mt-0">Add somebody</h2>
          <TextField v-model="login" label="Login" hint="Login of the account; a new account is created for an unknown login" required />
          <TextField v-model="name" label="Name" />
          <SelectField
            v-model="role" label="Role" hint="Assistants collect, grade, look and answer; teachers also set assignments, give points by hand and hand back."
            :options="[{ value: 'assistant', text: 'assistant' }, { value: 'teacher', text: 'teacher' }]"
          />
          <BButton type="submit" variant="primary">Add</BButton>
        </form>
      </div>
    </template>
  </LoadState>
</template>
