<script setup lang="ts">
import { BButton } from 'bootstrap-vue-next/components/BButton'
import { ref, watch } from 'vue'

import { api, ask, type DryRun } from '../../api/client'
import { useAct } from '../../use/act'
import { base64 } from '../../use/file'
import ActState from '../ActState.vue'
import DryRunPanel from '../DryRunPanel.vue'
import FileField from '../FileField.vue'

/** The suite on the desk, tried with a right program, every known mistake, and a program that is dropped here. */
const props = defineProps<{
  course: string
  form: { title: string; game: string; suite: string; channel: string; phrasebook: string; name?: string }
}>()
const program = ref<File>()
const dryRun = ref<DryRun>()
const trying = ref(false)
const { notice, failure, act } = useAct()
watch(
  () => props.form.suite,
  () => {
    dryRun.value = undefined
  },
)

const start = () =>
  act(async () => {
    trying.value = true
    try {
      const given = program.value ? { program: await base64(program.value), program_name: program.value.name } : {}
      const body = { ...props.form, name: props.form.name ?? 'dry-run', channel: props.form.channel as 'terminal', ...given }
      dryRun.value = await ask(api.POST('/courses/{course}/dry-runs', { params: { path: { course: props.course } }, body }))
    } finally {
      trying.value = false
    }
    return ''
  })

function drop(event: DragEvent) {
  program.value = event.dataTransfer?.files[0]
  if (program.value) void start()
}
</script>

<template>
  <section class="panel" aria-label="Dry run" @dragover.prevent @drop.prevent="drop">
    <p>The suite is run on a correct program, on every known mistake, and on your own solution, which you can drop here.</p>
    <div class="fields"><FileField v-model="program" label="Your solution" hint="A source file or an archive; it is not kept" /></div>
    <BButton variant="primary" :disabled="trying" @click="start">{{ trying ? 'Trying …' : 'Try it' }}</BButton>
    <ActState :notice="notice" :failure="failure" />
    <DryRunPanel v-if="dryRun" class="mt-3" :dry-run="dryRun" matrix />
  </section>
</template>
