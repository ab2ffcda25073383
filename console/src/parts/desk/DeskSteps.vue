<script setup lang="ts">
import { BButton } from 'bootstrap-vue-next/components/BButton'
import { computed, nextTick, ref, useTemplateRef, watch } from 'vue'

import type { DeskEdit, DraftPlay } from '../../api/client'
import type { Desk } from '../../use/desk'

/** The steps of a script with what must be seen of each; the current one is where the next is added. */
const props = defineProps<{ desk: Desk; play: DraftPlay }>()
const list = useTemplateRef('list')
const mirrors = computed(() => props.desk.draft.value!.mirrors)
const how = ref('')

watch(
  () => [props.play.number, props.play.at],
  async () => {
    await nextTick()
    const row = list.value?.querySelector<HTMLElement>('[aria-current]')?.parentElement
    if (!row || !list.value) return
    const { offsetTop: top, offsetHeight: height } = row // the page itself stays where it is
    const box = list.value
    if (top < box.scrollTop) box.scrollTop = top
    else if (top + height > box.scrollTop + box.clientHeight) box.scrollTop = top + height - box.clientHeight
  },
  { immediate: true },
)

const act = (edit: DeskEdit) => props.desk.change({ ...edit, script: props.play.number })
const drop = () => act({ do: 'drop', at: props.play.at - 1, count: 1 })
function mirror() {
  if (how.value) void act({ do: 'mirror-script', how: how.value })
  how.value = ''
}
</script>

<template>
  <div class="row-between mt-2 mb-1">
    <h3 class="m-0">Steps</h3>
    <span class="d-flex flex-wrap gap-1">
      <BButton size="sm" variant="outline-secondary" :disabled="!play.at" @click="drop">Remove step {{ play.at || '' }}</BButton>
      <BButton size="sm" variant="outline-secondary" :disabled="!play.at || play.at === play.steps.length" @click="act({ do: 'split-script', at: play.at })">
        Split here
      </BButton>
    </span>
  </div>
  <ol ref="list" class="desk-steps" aria-label="Steps">
    <li>
      <button type="button" class="step" :class="{ 'step-current': play.at === 0 }" :aria-current="play.at === 0 || undefined" @click="desk.choose(play.number, 0)">
        <span class="step-number">0</span> <span class="quiet">the program starts</span>
      </button>
    </li>
    <li v-for="(step, i) in play.steps" :key="i">
      <button
        type="button" class="step" :class="{ 'step-current': play.at === i + 1 }" :aria-current="play.at === i + 1 || undefined"
        @click="desk.choose(play.number, i + 1)"
      >
        <span class="step-number">{{ i + 1 }}</span>
        <span class="desk-mover quiet">{{ step.mover }}</span>
        <code>{{ step.word }}</code>
        <span v-if="step.refused" class="bad">refused: {{ step.refused }}</span>
        <span v-else>{{ step.says.join(', ') }}</span>
      </button>
    </li>
  </ol>
  <div class="d-flex flex-wrap gap-2 mt-2">
    <BButton size="sm" variant="outline-secondary" @click="act({ do: 'copy-script' })">Duplicate</BButton>
    <select v-if="mirrors.length && !play.open" v-model="how" class="form-select form-select-sm w-auto" aria-label="Add a mirrored script" @change="mirror">
      <option value="">Mirror …</option>
      <option v-for="m in mirrors" :key="m.name" :value="m.name">{{ m.says }}</option>
    </select>
    <BButton size="sm" variant="outline-danger" @click="act({ do: 'drop-script' })">Remove the script</BButton>
  </div>
</template>
