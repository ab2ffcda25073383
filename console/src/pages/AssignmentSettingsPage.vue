<script setup lang="ts">
import { BButton } from 'bootstrap-vue-next/components/BButton'
import { computed, ref } from 'vue'

import { api, ask, type Assignment, type Channel, type Course, type Revision } from '../api/client'
import ActState from '../parts/ActState.vue'
import CourseCrumbs from '../parts/CourseCrumbs.vue'
import EditorField from '../parts/EditorField.vue'
import LoadState from '../parts/LoadState.vue'
import SettingsField from '../parts/SettingsField.vue'
import TermsFields from '../parts/TermsFields.vue'
import TextField from '../parts/TextField.vue'
import { useAct } from '../use/act'
import { listChannels } from '../use/channels'
import { useLoad } from '../use/load'
import { termsBody, termsForm } from '../use/terms'
import { useTitle } from '../use/title'

const props = defineProps<{ course: string; assignment: string }>()
const path = computed(() => ({ course: props.course, assignment: props.assignment }))

interface View {
  assignment: Assignment
  revisions: Revision[]
  course: Course
  channels: Channel[]
}
const {
  data: view,
  error,
  loading,
  reload,
} = useLoad<View>(
  () => `${props.course}/${props.assignment}`,
  async () => {
    const at = { params: { path: path.value } }
    const [assignment, revisions, course, channels] = await Promise.all([
      ask(api.GET('/courses/{course}/assignments/{assignment}', at)),
      ask(api.GET('/courses/{course}/assignments/{assignment}/revisions', at)),
      ask(api.GET('/courses/{course}', { params: { path: { course: props.course } } })),
      listChannels(),
    ])
    fill(assignment)
    return { assignment, revisions, course, channels }
  },
)
useTitle(() => view.value?.assignment.title ?? '')

const title = ref('')
const suite = ref('')
const phrasebook = ref('')
const terms = ref(termsForm())
const { notice, failure, act } = useAct()

function fill(a: Assignment) {
  title.value = a.title
  suite.value = a.suite
  phrasebook.value = a.phrasebook
  terms.value = termsForm(a)
}

const save = () =>
  act(async () => {
    const { revision, game, channel } = view.value!.assignment
    const kept = await ask(
      api.PUT('/courses/{course}/assignments/{assignment}', {
        params: { path: path.value },
        body: { revision, game, channel, title: title.value, suite: suite.value, phrasebook: phrasebook.value, ...termsBody(terms.value) },
      }),
    )
    await reload()
    return kept.revision === revision
      ? 'Nothing was different.'
      : `This is revision ${kept.revision}. Results stay as they are until you grade again.`
  })

const look = (r: Revision) =>
  act(async () => {
    fill(
      await ask(
        api.GET('/courses/{course}/assignments/{assignment}/revisions/{number}', { params: { path: { ...path.value, number: r.number } } }),
      ),
    )
    return `Revision ${r.number} is in the fields. Save makes it the newest again.`
  })

const address = computed(() => `/api/v1/courses/${props.course}/assignments/${props.assignment}`)
</script>

<template>
  <CourseCrumbs v-bind="path">settings</CourseCrumbs>
  <LoadState :loading="loading" :error="error" :ready="!!view" @retry="reload">
    <template v-if="view">
      <div class="row-between">
        <h1>{{ view.assignment.title }}</h1>
        <div class="d-flex flex-wrap gap-2">
          <RouterLink v-if="view.course.role === 'teacher'" class="btn btn-sm btn-primary" :to="`/courses/${course}/${assignment}/desk`">
            Open the desk
          </RouterLink>
          <a class="btn btn-sm btn-outline-secondary" :href="`${address}/kit`" download>Starter kit</a>
          <a class="btn btn-sm btn-outline-secondary" :href="`${address}/export`" download>Export</a>
        </div>
      </div>
      <ActState :notice="notice" :failure="failure" />
      <form class="d-grid gap-3 mt-3" @submit.prevent="save">
        <section class="panel">
          <TextField v-model="title" label="Title" required />
          <TermsFields v-model="terms" :zone="view.assignment.zone" />
        </section>
        <section class="panel columns">
          <EditorField
            v-model="suite"
            label="Suite"
            language="suite"
            hint="Scripts with the criteria they belong to; write public after a script's title to let students try it"
          />
          <SettingsField
            v-model="phrasebook" :course="course" :channel="view.channels.find((c) => c.name === view!.assignment.channel)" :game="view.assignment.game"
            hint="How programs talk, how functions are called, or where on a page the game is"
          />
        </section>
        <div v-if="view.course.role === 'teacher'"><BButton type="submit" variant="primary">Save</BButton></div>
      </form>
      <section class="panel mt-3">
        <h2 class="mt-0">Revisions</h2>
        <table class="comparisons">
          <thead>
            <tr>
              <th scope="col">revision</th>
              <th scope="col">when</th>
              <th scope="col">who</th>
              <th scope="col">what</th>
              <th scope="col">actions</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="r in view.revisions" :key="r.number">
              <th scope="row">{{ r.number }}</th>
              <td>{{ new Date(r.at).toLocaleString() }}</td>
              <td>{{ r.login }}</td>
              <td>{{ r.note }}</td>
              <td><BButton size="sm" variant="link" :aria-label="`Show revision ${r.number}`" @click="look(r)">Show</BButton></td>
            </tr>
          </tbody>
        </table>
      </section>
    </template>
  </LoadState>
</template>
