<script setup lang="ts">
import { useViewState } from '../shared/viewState'
import { KINDS, PICKED } from '../desk/kinds'
import { freshCode } from './paths'
import { useDraft } from './useDraft'

/** Adds a member to one of the lists of the document, and goes to it. */
const draft = useDraft()
const view = useViewState()

async function add(list: 'options' | 'charges' | 'guards' | 'parts', member: unknown): Promise<void> {
  const index = (draft.document.value[list] ?? []).length
  draft.insert([list], index, member)
  await view.change({ at: `/${list}/${index}` })
}
async function addLevel(): Promise<void> {
  const levels = draft.document.value.levels ?? []
  const code = freshCode(
    'level',
    levels.map((l) => l.code),
  )
  draft.append(['levels'], [{ code, label: 'New price level', amount: '0' }])
  await view.change({ at: `/levels/${levels.length}` })
}
async function addData(): Promise<void> {
  const data = draft.document.value.item.data ?? []
  const code = freshCode(
    'data',
    data.map((d) => d.code ?? ''),
  )
  draft.append(['item', 'data'], [{ code, label: 'New entry', value: '' }])
  await view.change({ at: `/item/data/${data.length}` })
}
async function addOption(kind: string): Promise<void> {
  const code = freshCode(
    kind,
    draft.document.value.options.map((o) => o.code),
  )
  await add('options', {
    code,
    label: `New ${kind}`,
    kind,
    ...(PICKED.includes(kind) ? { values: [] } : {}),
  })
}
</script>

<template>
  <p class="adds" role="group" aria-label="Add">
    <span class="quiet">add an option:</span>
    <button v-for="k in KINDS" :key="k" type="button" @click="addOption(k)">{{ k }}</button>
    <span class="quiet">or:</span>
    <button type="button" @click="add('charges', { how: 'fixed', amount: '0', label: 'New charge' })">
      charge
    </button>
    <button
      type="button"
      @click="
        add('guards', {
          id: freshCode(
            'guard',
            (draft.document.value.guards ?? []).map((g) => g.id ?? ''),
          ),
          never: { any: [] },
          because: '',
        })
      "
    >
      guard
    </button>
    <button type="button" @click="addLevel">price level</button>
    <button type="button" @click="addData">carried along</button>
    <button
      type="button"
      @click="
        add('parts', {
          sku: `PART-${(draft.document.value.parts ?? []).length + 1}`,
          name: 'New part',
          price: '0',
        })
      "
    >
      stocked part
    </button>
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
