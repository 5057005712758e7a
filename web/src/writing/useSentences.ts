import { useQuery } from '@tanstack/vue-query'
import {
  computed,
  inject,
  onScopeDispose,
  provide,
  reactive,
  ref,
  watch,
  type ComputedRef,
  type InjectionKey,
  type Ref,
} from 'vue'
import type { Charge, SetupCharge } from '../desk/document'
import { answer, client, type Desk, type Sentence } from '../shared/api'
import { queries } from '../shared/queries'
import { pathOf, valueAt } from './paths'
import type { Draft } from './useDraft'

/** Milliseconds after an edit before its words are asked for. */
const PAUSE = 60

/** Conditions and charges in words, as the server has them; known again by what they say, wherever they stand. */
export interface Sentences {
  /** Whether those of the revision are told, or cannot be. */
  isTold: Ref<boolean>
  /** As one says it; empty until that is told. */
  said: (thing: unknown) => string
  /** As it is written; JSON where nothing else says the same. */
  written: (thing: unknown) => string
  /** What the server said of one. */
  learn: (thing: unknown, words: Sentence | null) => void
}

const KEY: InjectionKey<Sentences> = Symbol('sentences')

/** A setup's charge without what stands beside it in one object; undefined where that is all. */
export function chargeAlone(charge: Charge | SetupCharge | undefined): Charge | undefined {
  if (typeof charge !== 'object') return charge
  const rest: SetupCharge = { ...charge }
  delete rest.id
  delete rest.label
  delete rest.when
  return Object.keys(rest).length === 0 ? undefined : rest
}

/** @param draft what is written; its words follow each edit */
export function provideSentences(desk: ComputedRef<Desk>, draft: Draft): Sentences {
  const known = reactive(new Map<string, Sentence>())

  function learn(thing: unknown, words: Sentence | null): void {
    const key = JSON.stringify(thing)
    const before = known.get(key)
    if (words && (before?.said !== words.said || before.written !== words.written)) known.set(key, words)
  }
  function learnAll(document: unknown, all: Record<string, Sentence>): void {
    for (const [at, words] of Object.entries(all)) {
      const thing = valueAt(document, pathOf(at))
      learn(/^\/charges\/\d+$/.test(at) ? chargeAlone(thing as SetupCharge) : thing, words)
    }
  }

  const ofRevision = useQuery(computed(() => queries.sentences(desk.value)))
  // Once told, the paper stays: those of a revision that was just saved are known from writing it.
  const isTold = ref(false)
  watch(
    ofRevision.isPending,
    (isPending) => {
      if (!isPending) isTold.value = true
    },
    { immediate: true },
  )
  watch(
    ofRevision.data,
    (all) => {
      if (all) learnAll(desk.value.document, all)
    },
    { immediate: true },
  )

  let asked = 0
  let timer: ReturnType<typeof setTimeout> | undefined
  async function tell(): Promise<void> {
    const mine = ++asked
    const document = draft.document.value
    try {
      const all = await answer(client.POST('/api/sentences', { body: { text: draft.text.value } }))
      if (mine === asked) learnAll(document, all)
    } catch {
      // What is not told stands as JSON; the check beside it says why the server does not answer.
    }
  }
  watch(
    [draft.text, draft.isChanged],
    () => {
      clearTimeout(timer)
      if (draft.isChanged.value) timer = setTimeout(() => void tell(), PAUSE)
    },
    { immediate: true },
  )
  onScopeDispose(() => {
    clearTimeout(timer)
    ++asked
  })

  const words = (thing: unknown): Sentence | undefined => known.get(JSON.stringify(thing))
  const sentences: Sentences = {
    isTold,
    said: (thing) => (thing === undefined ? '' : (words(thing)?.said ?? '')),
    written: (thing) => (thing === undefined ? '' : (words(thing)?.written ?? JSON.stringify(thing))),
    learn,
  }
  provide(KEY, sentences)
  return sentences
}

/** Conditions and charges in words; for what stands inside the Outline alone. */
export function useSentences(): Sentences {
  const sentences = inject(KEY)
  if (!sentences)
    throw new Error('useSentences() is for what stands inside the Outline, which provides them.')
  return sentences
}
