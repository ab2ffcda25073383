<script setup lang="ts">
import { BAlert } from 'bootstrap-vue-next/components/BAlert'

import { api, ask, type Group, type Run } from '../api/client'
import CourseCrumbs from '../parts/CourseCrumbs.vue'
import GroupPanel from '../parts/GroupPanel.vue'
import LoadState from '../parts/LoadState.vue'
import { useAct } from '../use/act'
import { useLoad } from '../use/load'
import { useTitle } from '../use/title'

const props = defineProps<{ id: string }>()
const id = () => Number(props.id)
useTitle(() => 'Groups')

interface View { run: Run; groups: Group[] }
const { data: view, error, loading, reload } = useLoad<View>(() => props.id, async () => ({
  run: await ask(api.GET('/runs/{id}', { params: { path: { id: id() } } })),
  groups: await ask(api.GET('/runs/{id}/groups', { params: { path: { id: id() } } })),
}))

const { notice, failure, act } = useAct()
const tell = (group: Group, comment: string) => act(async () => {
  const groups = await ask(api.PUT('/runs/{id}/groups/{group}/comment', { params: { path: { id: id(), group: group.number } }, body: { comment } }))
  if (view.value) view.value = { ...view.value, groups }
  return `All ${group.members.length} of group ${group.number} are told.`
})
</script>

<template>
  <LoadState :loading="loading" :error="error" :ready="!!view" @retry="reload">
    <template v-if="view">
      <CourseCrumbs :course="view.run.course" :assignment="view.run.assignment" />
      <h1>Groups</h1>
      <p class="quiet">Programs of one group do the same in every script, whatever their wording. Read one, and tell all of them.</p>
      <BAlert v-if="failure" variant="danger" :model-value="true">{{ failure }}</BAlert>
      <BAlert v-if="notice" variant="success" :model-value="true">{{ notice }}</BAlert>
      <p v-if="!view.groups.length" class="panel">No program is graded yet.</p>
      <GroupPanel v-for="g in view.groups" :key="g.number" :group="g" @tell="(text) => tell(g, text)" />
    </template>
  </LoadState>
</template>
