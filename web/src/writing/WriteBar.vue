<script setup lang="ts">
import { mdiPencilOutline, mdiRedo, mdiUndo } from '@mdi/js'
import { useMutation, useQueryClient } from '@tanstack/vue-query'
import { computed, onMounted, onUnmounted, ref } from 'vue'
import { useDesk } from '../desk/useDesk'
import { answer, asSeen, client, Refusal } from '../shared/api'
import { readable } from '../shared/numbers'
import { queries, revised } from '../shared/queries'
import Trouble from '../shared/Trouble.vue'
import type { usePictures } from '../shared/usePictures'
import PicturesIn from './PicturesIn.vue'
import TableIn from './TableIn.vue'
import { useDraft } from './useDraft'

/** Begins and ends writing: undo, redo, what the edits settled and broke, saving, and what came in between. */
const props = defineProps<{ pictures: ReturnType<typeof usePictures> }>()
const desk = useDesk()
const draft = useDraft()
const queryClient = useQueryClient()
const conflict = ref<{ words: string; changes: { at: string; isGone: boolean; words: string }[] } | null>(
  null,
)
const hasTable = ref(false)
const hasPictures = ref(false)
const named = computed(() => props.pictures.query.data.value?.pictures ?? [])
const starting = useMutation({ mutationFn: () => draft.start() })

async function theirs(words: string): Promise<void> {
  const text = await answer(
    client.GET('/api/setups/{id}/document', {
      params: { path: { id: desk.value.id } },
      parseAs: 'text',
    }),
  )
  const diff = await answer(client.POST('/api/diffs', { body: { old: text, new: draft.text.value } }))
  conflict.value = { words, changes: diff.changes ?? [] }
}
const save = useMutation({
  mutationFn: async (over: boolean) => {
    await draft.settled()
    return answer(
      client.POST('/api/setups/{id}/revisions', {
        params: { path: { id: desk.value.id }, header: over ? {} : asSeen(draft.on.value) },
        body: { text: draft.text.value },
      }),
    )
  },
  onSuccess: async () => {
    conflict.value = null
    await revised(desk.value.id)
  },
  meta: { settlesConflicts: true },
  onError: async (error) => {
    if (error instanceof Refusal && error.status === 412) await theirs(error.message)
  },
})
async function takeTheirs(): Promise<void> {
  conflict.value = null
  save.reset()
  draft.discard()
  await queryClient.invalidateQueries({ queryKey: queries.desk(desk.value.id).queryKey })
}
const hasRows = computed(() => (desk.value.document.variants?.rows?.length ?? 0) > 0)
const said = computed(() => {
  const c = draft.checked.value
  if (!c) return null
  if (c.problems.length > 0)
    return `It cannot be read yet: ${c.problems[0]?.at ?? ''} ${c.problems[0]?.message ?? ''}`
  if (c.trouble) return c.trouble
  return `${c.settled.length} settled, ${c.fresh.length} new · ${readable(c.counts?.selectable ?? null)} selectable`
})
const mayBeSaved = computed(() => draft.isChanged.value && (draft.checked.value?.problems.length ?? 0) === 0)

/** With what stands in the field in which one types, as if it had been left. */
async function saveByKey(): Promise<void> {
  const field = document.activeElement
  if (field instanceof HTMLElement) {
    field.blur()
    field.focus()
  }
  await draft.settled()
  if (mayBeSaved.value) save.mutate(false)
}
function key(event: KeyboardEvent): void {
  if (!draft.isWriting.value || !(event.ctrlKey || event.metaKey)) return
  const typing = event.target instanceof HTMLInputElement && event.target.type !== 'checkbox'
  if (event.key === 's') {
    event.preventDefault()
    void saveByKey()
  } else if (event.key === 'z' && !typing) {
    event.preventDefault()
    if (event.shiftKey) draft.redo()
    else draft.undo()
  }
}
onMounted(() => {
  window.addEventListener('keydown', key)
})
onUnmounted(() => {
  window.removeEventListener('keydown', key)
})
</script>

<template>
  <section class="bar" aria-label="Writing">
    <v-btn
      v-if="!draft.isWriting.value"
      :prepend-icon="mdiPencilOutline"
      :loading="starting.isPending.value"
      @click="starting.mutate()"
      >Write in it</v-btn
    >
    <template v-else>
      <strong>Writing</strong>
      <button
        type="button"
        aria-label="Undo"
        title="Undo (Ctrl+Z)"
        :disabled="!draft.canUndo.value"
        @click="draft.undo()"
      >
        <v-icon :icon="mdiUndo" size="18" aria-hidden="true" />
      </button>
      <button
        type="button"
        aria-label="Redo"
        title="Redo (Ctrl+Shift+Z)"
        :disabled="!draft.canRedo.value"
        @click="draft.redo()"
      >
        <v-icon :icon="mdiRedo" size="18" aria-hidden="true" />
      </button>
      <span class="said" role="status">{{
        draft.isChecking.value
          ? 'looking at it…'
          : (said ?? (draft.isChanged.value ? '' : 'nothing changed yet'))
      }}</span>
      <span v-if="!draft.isKept.value" class="unkept">too large to survive a reload: save it</span>
      <v-btn
        variant="flat"
        color="primary"
        title="Ctrl+S"
        :disabled="!mayBeSaved"
        :loading="save.isPending.value"
        @click="save.mutate(false)"
        >Save as revision {{ desk.revision + 1 }}</v-btn
      >
      <v-btn :aria-expanded="hasTable" @click="hasTable = !hasTable">Bring a table in…</v-btn>
      <v-btn @click="draft.discard()">{{ draft.isChanged.value ? 'Throw the changes away' : 'Done' }}</v-btn>
    </template>
    <v-btn v-if="named.length > 0" :aria-expanded="hasPictures" @click="hasPictures = !hasPictures"
      >Pictures {{ named.filter((p) => p.src !== null).length }} of {{ named.length }}</v-btn
    >
    <span class="tables">
      as tables:
      <a :href="`/api/documents/${desk.sha256}/options.csv`" download>options</a>
      <a v-if="hasRows" :href="`/api/documents/${desk.sha256}/rows.csv`" download>variant rows</a>
    </span>
    <PicturesIn v-if="hasPictures" :pictures="pictures" />
    <TableIn v-if="draft.isWriting.value && hasTable" @done="hasTable = false" />
    <Trouble v-if="starting.error.value" :error="starting.error.value" />
    <Trouble v-if="save.error.value && !conflict" :error="save.error.value" />
    <div v-if="conflict" class="conflict" role="alert">
      <p>{{ conflict.words }} Yours differs from it in this:</p>
      <ul>
        <li v-for="c in conflict.changes.slice(0, 12)" :key="c.at + String(c.isGone)">{{ c.words }}</li>
        <li v-if="conflict.changes.length > 12">and {{ conflict.changes.length - 12 }} more</li>
        <li v-if="conflict.changes.length === 0">nothing that matters</li>
      </ul>
      <v-btn @click="save.mutate(true)">Save mine after it</v-btn>
      <v-btn @click="takeTheirs">Take theirs, throw mine away</v-btn>
    </div>
  </section>
</template>

<style scoped>
.bar {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 10px;
  align-items: center;
  padding: 6px 16px;
  border-bottom: 1px solid var(--paper-line);
  font-size: 13px;
}
.bar > button:not(.v-btn) {
  background: none;
  border: 1px solid var(--paper-line);
  color: inherit;
  min-width: 30px;
  min-height: 26px;
  cursor: pointer;
}
button:disabled {
  opacity: 0.4;
}
.said {
  flex: 1;
  min-width: 180px;
}
.unkept {
  color: rgb(var(--v-theme-warning));
}
.tables {
  margin-left: auto;
}
.tables a {
  margin-left: 6px;
  color: rgb(var(--v-theme-primary));
}
.conflict {
  flex-basis: 100%;
  border-left: 3px solid rgb(var(--v-theme-warning));
  padding: 4px 12px;
}
.conflict ul {
  padding-left: 18px;
}
</style>
