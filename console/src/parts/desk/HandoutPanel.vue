<script setup lang="ts">
import { BButton } from 'bootstrap-vue-next/components/BButton'
import { onMounted, ref, watch } from 'vue'

import { api, ask } from '../../api/client'
import { useLater } from '../../use/later'
import CodeEditor from '../CodeEditor.vue'

/** What students read of the assignment: made from the game and the suite, or a text of one's own. */
const props = defineProps<{ course: string; form: { title: string; game: string; suite: string; channel: string; name?: string } }>()
const handout = defineModel<string>({ required: true })
const text = ref('')
const page = ref('')
const made = ref('')
const failure = ref('')
const { later } = useLater(400)
let turn = 0

async function read(own: string) {
  const mine = ++turn
  try {
    const body = { name: 'assignment', ...props.form, channel: props.form.channel as 'terminal', handout: own }
    const answer = await ask(api.POST('/courses/{course}/desk/handout', { params: { path: { course: props.course } }, body }))
    if (mine !== turn) return
    page.value = answer.html
    failure.value = ''
    if (!own) made.value = answer.markdown
    if (!own && !handout.value) text.value = answer.markdown
  } catch (cause) {
    if (mine === turn) failure.value = cause instanceof Error ? cause.message : String(cause)
  }
}
onMounted(() => {
  text.value = handout.value
  void read(handout.value)
})
watch(text, (now) => {
  later(() => {
    const own = now === made.value ? '' : now
    if (own === handout.value) return
    handout.value = own
    void read(own)
  })
})

async function reset() {
  handout.value = ''
  await read('')
  text.value = made.value
}
function download(kind: 'md' | 'html') {
  const file = new Blob([kind === 'md' ? text.value : page.value], { type: kind === 'md' ? 'text/markdown' : 'text/html' })
  const link = document.createElement('a')
  link.href = URL.createObjectURL(file)
  link.download = `${props.form.name || 'assignment'}.${kind}`
  link.click()
  URL.revokeObjectURL(link.href)
}
</script>

<template>
  <section class="panel" aria-label="As a student reads it">
    <div class="row-between mb-2">
      <p class="quiet m-0">
        {{ handout ? 'A text of your own. It does not follow when the suite changes.' : 'Made from the rules and the suite. Edit it to make it your own.' }}
        Starter kits contain it.
      </p>
      <span class="d-flex gap-2">
        <BButton v-if="handout" size="sm" variant="outline-secondary" @click="reset">Make it from the suite again</BButton>
        <BButton size="sm" variant="outline-secondary" @click="download('md')">Markdown</BButton>
        <BButton size="sm" variant="outline-secondary" @click="download('html')">HTML, to print</BButton>
      </span>
    </div>
    <p v-if="failure" class="refused" role="alert">{{ failure }}</p>
    <div class="columns">
      <CodeEditor v-model="text" label="Handout, in Markdown" language="plain" class="desk-handout" />
      <iframe class="report-frame" :srcdoc="page" sandbox="" title="The handout as a page"></iframe>
    </div>
  </section>
</template>
