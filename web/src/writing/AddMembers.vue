<script setup lang="ts">
import { useViewState } from '../shared/viewState'
import { KINDS, PICKED } from '../desk/kinds'
import { freshCode, pointerOf, valueAt } from './paths'
import { SECTIONS, type Section } from './sections'
import { useDraft } from './useDraft'

/** Adds a member to one of the lists of the document, and goes to it. */
const draft = useDraft()
const view = useViewState()

async function add({ path, fresh }: Section): Promise<void> {
  const members = (valueAt(draft.document.value, path) ?? []) as Record<string, unknown>[]
  draft.append(path, [fresh(members)])
  await view.change({ at: pointerOf([...path, members.length]) })
}
async function addOption(kind: string): Promise<void> {
  const code = freshCode(
    kind,
    draft.document.value.options.map((o) => o.code),
  )
  const index = draft.document.value.options.length
  draft.insert(['options'], index, {
    code,
    label: `New ${kind}`,
    kind,
    ...(PICKED.includes(kind) ? { values: [] } : {}),
  })
  await view.change({ at: `/options/${index}` })
}
</script>

<template>
  <p class="adds" role="group" aria-label="Add">
    <span class="quiet">add an option:</span>
    <button v-for="k in KINDS" :key="k" type="button" @click="addOption(k)">{{ k }}</button>
    <span class="quiet">or:</span>
    <button v-for="s in SECTIONS" :key="s.what" type="button" @click="add(s)">{{ s.add }}</button>
  </p>
</template>

<style scoped>
.adds {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 10px;
  padding: 8px 6px;
  font-size: 13px;
}
.adds button {
  background: none;
  border: 0;
  color: rgb(var(--v-theme-primary));
  cursor: pointer;
  min-height: 24px;
}
</style>
