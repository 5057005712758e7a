import type { JSONPath } from './paths'
import { replaceEqualDeep } from '@tanstack/vue-query'
import {
  computed,
  inject,
  onScopeDispose,
  provide,
  ref,
  watch,
  type ComputedRef,
  type InjectionKey,
  type Ref,
} from 'vue'
import type { SetupDocument } from '../desk/document'
import { answer, client, Refusal, type Desk, type Finding } from '../shared/api'
import { valueAt } from './paths'
import { changeAll, insertMember, moveMember, type Change } from './edits'

/** Milliseconds after an edit before it is checked; typing goes on meanwhile. */
const PAUSE = 120

/** What a check says of the text as it stands. */
export interface Checked {
  problems: { at: string; message: string }[]
  findings: Finding[]
  settled: Finding[]
  fresh: number[]
  trouble: string | null
  counts: { selectable: string | null } | null
}

export interface Draft {
  /** Whether the setup is being written in. */
  isWriting: Ref<boolean>
  /** Begins to write, on the latest revision or on what was left unsaved. */
  start: () => Promise<void>
  text: ComputedRef<string>
  document: ComputedRef<SetupDocument>
  isChanged: ComputedRef<boolean>
  canUndo: ComputedRef<boolean>
  canRedo: ComputedRef<boolean>
  checked: Ref<Checked | null>
  isChecking: Ref<boolean>
  /** Sets what stands at a place; undefined takes it out. Other bytes of the text stay as they are. */
  set: (path: JSONPath, value: unknown) => void
  insert: (list: JSONPath, index: number, value: unknown) => void
  /** Members put to the end of a list, as one step to undo. */
  append: (list: JSONPath, members: unknown[]) => void
  move: (list: JSONPath, from: number, to: number) => void
  /** Several places at once, as one step to undo. */
  setAll: (changes: Change[]) => void
  /** Takes note of an edit that waits for the server to read it. */
  reading: <T>(edit: Promise<T>) => Promise<T>
  /** Once no edit waits any more. */
  settled: () => Promise<void>
  undo: () => void
  redo: () => void
  discard: () => void
  /** Whether the draft survives a reload; one that is too large for the browser's store does not. */
  isKept: Ref<boolean>
  /** Hash of the revision that this was written on. */
  on: Ref<string>
}

const KEY: InjectionKey<Draft> = Symbol('draft')

interface Kept {
  on: string
  text: string
}

function keptAt(id: string): string {
  return `ithrel.draft.${id}`
}

function readKept(id: string): Kept | null {
  try {
    const kept: unknown = JSON.parse(localStorage.getItem(keptAt(id)) ?? 'null')
    return typeof kept === 'object' && kept !== null && 'on' in kept && 'text' in kept ? (kept as Kept) : null
  } catch {
    return null
  }
}

/**
 * The draft of a setup: its text with every edit, undo and redo without end. It is kept in this browser across reloads,
 * apart from the last revision, until it is saved or discarded.
 *
 * @param desk the setup, with its latest revision
 * @param load the text of the latest revision, byte for byte
 */
export function provideDraft(desk: ComputedRef<Desk>, load: () => Promise<string>): Draft {
  const saved = ref<string | null>(null)
  const past = ref<string[]>([])
  const ahead = ref<string[]>([])
  const on = ref(desk.value.sha256)
  const isWriting = ref(false)
  const isKept = ref(true)
  const checked = ref<Checked | null>(null)
  const isChecking = ref(false)

  const text = computed(() => past.value[past.value.length - 1] ?? '')
  // What an edit left as it was stays the same object, so that nothing of it is drawn anew.
  let before: unknown = undefined
  const document = computed(() => {
    if (text.value === '') return desk.value.document
    before = replaceEqualDeep(before, JSON.parse(text.value))
    return before as SetupDocument
  })
  const isChanged = computed(() => saved.value !== null && text.value !== saved.value)

  async function start(): Promise<void> {
    saved.value = await load()
    const kept = readKept(desk.value.id)
    past.value = kept && kept.text !== saved.value ? [saved.value, kept.text] : [saved.value]
    ahead.value = []
    on.value = kept?.on ?? desk.value.sha256
    isWriting.value = true
  }
  // Another revision came in: without a draft on the one before, it is what is written on next.
  watch(
    () => desk.value.sha256,
    async () => {
      if (saved.value === null) return
      const isOwn = !isChanged.value
      const next = await load()
      saved.value = next
      if (isOwn || text.value === next) {
        past.value = [next]
        ahead.value = []
        on.value = desk.value.sha256
        localStorage.removeItem(keptAt(desk.value.id))
      }
    },
  )
  let keeping: ReturnType<typeof setTimeout> | undefined
  function keep(): void {
    clearTimeout(keeping)
    keeping = undefined
    if (saved.value === null) return
    try {
      if (text.value === saved.value) localStorage.removeItem(keptAt(desk.value.id))
      else localStorage.setItem(keptAt(desk.value.id), JSON.stringify({ on: on.value, text: text.value }))
      isKept.value = true
    } catch {
      // Browsers keep some megabytes a site; what is larger lives as long as the page does.
      isKept.value = false
    }
  }
  function keepNow(): void {
    if (keeping !== undefined) keep()
  }
  // Kept once the edit is seen, or at once where the page goes away.
  watch(text, () => {
    clearTimeout(keeping)
    keeping = setTimeout(keep, 0)
  })
  window.addEventListener('pagehide', keepNow)
  if (readKept(desk.value.id)) void start()

  let asked = 0
  let timer: ReturnType<typeof setTimeout> | undefined
  async function check(): Promise<void> {
    const mine = ++asked
    isChecking.value = true
    try {
      const said = await answer(
        client.POST('/api/checks', {
          params: { query: { setup: desk.value.id } },
          body: { text: text.value },
        }),
      )
      if (mine === asked) checked.value = said
    } catch (error) {
      if (mine === asked && error instanceof Refusal)
        checked.value = {
          problems: [],
          findings: [],
          settled: [],
          fresh: [],
          trouble: error.message,
          counts: null,
        }
    } finally {
      if (mine === asked) isChecking.value = false
    }
  }
  watch(
    [text, isWriting, isChanged],
    () => {
      clearTimeout(timer)
      if (!isWriting.value || !isChanged.value) {
        ++asked
        checked.value = null
        isChecking.value = false
        return
      }
      timer = setTimeout(() => void check(), PAUSE)
    },
    { immediate: true },
  )

  onScopeDispose(() => {
    window.removeEventListener('pagehide', keepNow)
    keepNow()
    clearTimeout(timer)
    ++asked
  })

  function take(next: string): void {
    // An edit that was still being read when the draft was left is left with it.
    if (!isWriting.value || next === text.value) return
    past.value = [...past.value, next]
    ahead.value = []
  }
  const set = (path: JSONPath, value: unknown): void => {
    take(changeAll(text.value, [{ path, value }]))
  }
  const insert = (list: JSONPath, index: number, value: unknown): void => {
    take(insertMember(text.value, list, index, value))
  }
  const append = (list: JSONPath, members: unknown[]): void => {
    const there = valueAt(document.value, list)
    if (Array.isArray(there) && there.length > 0)
      setAll(members.map((value, i) => ({ path: [...list, there.length + i], value })))
    else set(list, members)
  }
  const move = (list: JSONPath, from: number, to: number): void => {
    take(moveMember(text.value, list, from, to))
  }
  const setAll = (changes: Change[]): void => {
    take(changeAll(text.value, changes))
  }

  const waiting = new Set<Promise<unknown>>()
  function reading<T>(edit: Promise<T>): Promise<T> {
    const over = (): void => {
      waiting.delete(edit)
    }
    waiting.add(edit)
    edit.then(over, over)
    return edit
  }
  async function settled(): Promise<void> {
    while (waiting.size > 0) await Promise.allSettled([...waiting])
  }

  const draft: Draft = {
    isWriting,
    isKept,
    start,
    text,
    document,
    isChanged,
    canUndo: computed(() => past.value.length > 1),
    canRedo: computed(() => ahead.value.length > 0),
    checked,
    isChecking,
    set,
    insert,
    append,
    move,
    setAll,
    reading,
    settled,
    undo: () => {
      if (past.value.length < 2) return
      ahead.value = [text.value, ...ahead.value]
      past.value = past.value.slice(0, -1)
    },
    redo: () => {
      const [next, ...rest] = ahead.value
      if (next === undefined) return
      ahead.value = rest
      past.value = [...past.value, next]
    },
    discard: () => {
      past.value = [saved.value ?? '']
      ahead.value = []
      on.value = desk.value.sha256
      localStorage.removeItem(keptAt(desk.value.id))
      isWriting.value = false
    },
    on,
  }
  provide(KEY, draft)
  return draft
}

/** The draft on the desk; for what is written in alone. */
export function useDraft(): Draft {
  const draft = inject(KEY)
  if (!draft) throw new Error('useDraft() is for what stands inside the Outline, which provides the draft.')
  return draft
}
