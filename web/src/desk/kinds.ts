import type { Kind } from './document'

/** What the interface knows of a kind of option. */
interface KindOfOption {
  words: string
  /** How its answer is typed; none where it is picked, ticked or only read. */
  typed?: { type: 'text' | 'date'; mode?: 'decimal'; placeholder?: string; canBeFilledIn: boolean }
}

const OF = {
  one: { words: 'pick one' },
  several: { words: 'pick several' },
  flag: { words: 'yes or not' },
  part: { words: 'a part' },
  text: { words: 'text', typed: { type: 'text', canBeFilledIn: true } },
  number: { words: 'number', typed: { type: 'text', mode: 'decimal', canBeFilledIn: true } },
  date: { words: 'date', typed: { type: 'date', canBeFilledIn: true } },
  file: {
    words: 'files',
    typed: { type: 'text', placeholder: 'file names, separated by ;', canBeFilledIn: false },
  },
  colour: { words: 'a colour', typed: { type: 'text', placeholder: '#rrggbb', canBeFilledIn: true } },
  note: { words: 'notice' },
} satisfies Record<Kind, KindOfOption>

const KNOWN: Readonly<Record<string, KindOfOption>> = OF

export const KINDS = Object.keys(OF)
export const PICKED = ['one', 'several', 'part']
/** The kinds that are typed. */
export const TYPED = KINDS.filter((kind) => KNOWN[kind]?.typed)
/** Those whose answer can stand in the field beforehand. */
export const FILLED_IN = KINDS.filter((kind) => KNOWN[kind]?.typed?.canBeFilledIn)

export const kindWords = (kind: string): string => KNOWN[kind]?.words ?? kind
export const typedAs = (kind: string): KindOfOption['typed'] => KNOWN[kind]?.typed
