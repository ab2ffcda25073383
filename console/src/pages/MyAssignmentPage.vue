<script setup lang="ts">
import { BButton } from 'bootstrap-vue-next/components/BButton'
import { computed, onBeforeUnmount, ref } from 'vue'

import { api, ask, over, upload, type Mine } from '../api/client'
import ActState from '../parts/ActState.vue'
import FileField from '../parts/FileField.vue'
import LoadState from '../parts/LoadState.vue'
import MyResultPanel from '../parts/MyResultPanel.vue'
import { useAct } from '../use/act'
import { onClock } from '../use/clock'
import { isArchive } from '../use/file'
import { useLoad } from '../use/load'
import { useTitle } from '../use/title'

const props = defineProps<{ course: string; assignment: string }>()
const path = computed(() => ({ course: props.course, assignment: props.assignment }))
const {
  data: mine,
  error,
  loading,
  reload,
} = useLoad<Mine>(
  () => `${props.course}/${props.assignment}`,
  () => ask(api.GET('/courses/{course}/assignments/{assignment}/mine', { params: { path: path.value } })),
)
useTitle(() => mine.value?.title ?? '')
const about = computed(() => {
  const m = mine.value
  if (!m) return ''
  return [
    m.game,
    m.due_at ? `due ${onClock(m.due_at, m.zone)}` : '',
    m.attempts ? `${m.handed_in.length} of ${m.attempts} attempts used` : '',
  ].filter(Boolean).join(', ')
})

const file = ref<File>()
const { notice, failure, act } = useAct()
const query = () => ({ name: isArchive(file.value!.name) ? '' : file.value!.name })

const hand = () =>
  act(async () => {
    await ask(
      api.POST('/courses/{course}/assignments/{assignment}/mine', { params: { path: path.value, query: query() }, ...upload(file.value!) }),
    )
    await reload()
    return 'Handed in.'
  })
const attempt = () =>
  act(async () => {
    await ask(
      api.POST('/courses/{course}/assignments/{assignment}/mine/tries', {
        params: { path: path.value, query: query() },
        ...upload(file.value!),
      }),
    )
    await reload()
    return 'The public games are being played; this was not handed in.'
  })

const beat = window.setInterval(() => {
  if (mine.value?.trial && !over(mine.value.trial.state)) void reload()
}, 1000)
onBeforeUnmount(() => window.clearInterval(beat))
const kit = computed(() => `/api/v1/courses/${props.course}/assignments/${props.assignment}/kit`)
</script>

<template>
  <nav class="crumbs" aria-label="Path">
    <RouterLink to="/">Courses</RouterLink> / <RouterLink :to="`/courses/${course}`">{{ course }}</RouterLink>
  </nav>
  <LoadState :loading="loading" :error="error" :ready="!!mine" @retry="reload">
    <template v-if="mine">
      <div class="row-between">
        <div>
          <h1>{{ mine.title }}</h1>
          <span class="quiet">{{ about }}</span>
        </div>
        <div class="d-flex gap-2">
          <RouterLink class="btn btn-sm btn-outline-secondary" :to="`/courses/${course}/${assignment}/handout`">The assignment</RouterLink>
          <a class="btn btn-sm btn-outline-secondary" :href="kit" download>Starter kit</a>
        </div>
      </div>
      <MyResultPanel v-if="mine.result" class="mt-3" :mine="mine" @asked="reload" />
      <div class="columns mt-3">
        <section class="panel">
          <h2 class="mt-0">Hand in</h2>
          <ActState :notice="notice" :failure="failure" />
          <p v-if="!mine.open">{{ mine.shut }}</p>
          <form @submit.prevent="hand">
            <FileField v-model="file" label="Your program" hint="One source file, or a zip or tar.gz archive of a folder" />
            <div class="d-flex flex-wrap gap-2 align-items-center">
              <BButton type="submit" variant="primary" :disabled="!file || !mine.open">Hand in</BButton>
              <BButton v-if="mine.tries" variant="outline-secondary" :disabled="!file || !mine.tries_left" @click="attempt">
                Only try it
              </BButton>
              <span v-if="mine.tries" class="quiet">{{ mine.tries_left }} of {{ mine.tries }} tries left today</span>
            </div>
          </form>
        </section>
        <section class="panel">
          <h2 class="mt-0">What you handed in</h2>
          <p v-if="!mine.handed_in.length" class="quiet mb-0">Nothing yet.</p>
          <ul v-else class="mb-0">
            <li v-for="(s, i) in mine.handed_in" :key="s.id">
              {{ onClock(s.created_at, mine.zone) }}: {{ s.files === 1 ? '1 file' : `${s.files} files` }}, {{ s.size }} bytes<strong
                v-if="!i"
              >
                (the newest)</strong>
            </li>
          </ul>
        </section>
      </div>
      <section v-if="mine.trial" class="panel mt-3">
        <h2 class="mt-0">Your last try</h2>
        <p v-if="!over(mine.trial.state)" role="status">Running …</p>
        <template v-else>
          <p>In the public games it earned {{ mine.trial.points }} of {{ mine.trial.of }}. Other games are played when it is graded.</p>
          <iframe class="report-frame" :src="`/api/v1/results/${mine.trial.id}/report`" title="Report of the try"></iframe>
        </template>
      </section>
    </template>
  </LoadState>
</template>
