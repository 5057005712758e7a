import type { Kind, Option } from './document'
import { decimal, group, list, text, whole, type Field } from './field'

/** What the interface knows of a kind of option. */
interface KindOfOption {
  words: string
  /** How its answer is typed; none where it is picked, ticked or only read. */
  typed?: { type: 'text' | 'date'; mode?: 'decimal'; placeholder?: string; canBeFilledIn: boolean }
  /** Its limits, as they are written, and one short phrase each for those that an option has. */
  limits?: { fields: Field[]; words: (o: Option) => (string | undefined)[] }
}

type Bound = string | number | undefined

function between(min: Bound, max: Bound, unit: string): string | undefined {
  if (min !== undefined && max !== undefined) return `${min} to ${max} ${unit}`.trim()
  if (min !== undefined) return `at least ${min} ${unit}`.trim()
  return max === undefined ? undefined : `at most ${max} ${unit}`.trim()
}

const many = (n: string | number, what: string): string => `${n} ${what}${Number(n) === 1 ? '' : 's'}`
const day = (d: number): string | undefined => ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'][d - 1]
const MEASURES = ['utf16', 'codepoints', 'graphemes', 'bytes']
const CHARACTERS = ['any', 'no-emoji', 'letters', 'digits', 'letters-digits', 'basic-latin']

const OF = {
  one: { words: 'pick one' },
  several: {
    words: 'pick several',
    limits: {
      fields: [group('picks', 'Picks', [whole('min', 'Fewest'), whole('max', 'Most')])],
      words: (o) => [between(o.picks?.min, o.picks?.max, 'picks')],
    },
  },
  flag: { words: 'yes or not' },
  part: { words: 'a part' },
  text: {
    words: 'text',
    typed: { type: 'text', canBeFilledIn: true },
    limits: {
      fields: [
        group('length', 'Length', [
          whole('min', 'Least'),
          whole('max', 'Most'),
          { key: 'measure', words: 'Counted in', how: 'choice', choices: MEASURES },
        ]),
        group('lines', 'Lines', [whole('max', 'Most')]),
        { key: 'allow', words: 'Characters', how: 'choice', choices: CHARACTERS },
        text('pattern', 'Pattern'),
        list('styled', 'Looks by (codes)'),
      ],
      words: (o) => [
        between(
          o.length?.min,
          o.length?.max,
          `characters${o.length?.measure ? ` (${o.length.measure})` : ''}`,
        ),
        o.lines?.max ? many(o.lines.max, 'line') : undefined,
        o.allow === 'any' ? undefined : o.allow,
        o.pattern && `pattern ${o.pattern}`,
      ],
    },
  },
  number: {
    words: 'number',
    typed: { type: 'text', mode: 'decimal', canBeFilledIn: true },
    limits: {
      fields: [
        decimal('min', 'Least'),
        decimal('max', 'Most'),
        decimal('step', 'Step'),
        whole('decimals', 'Decimals'),
        text('unit', 'Unit'),
      ],
      words: (o) => [
        between(o.min, o.max, o.unit ?? ''),
        o.step ? `steps of ${o.step}` : undefined,
        o.decimals === undefined ? undefined : many(o.decimals, 'decimal'),
      ],
    },
  },
  date: {
    words: 'date',
    typed: { type: 'date', canBeFilledIn: true },
    limits: {
      fields: [
        text('earliest', 'Earliest', { hint: '2030-01-31 or +3d' }),
        text('latest', 'Latest', { hint: '2030-01-31 or +60d' }),
        { key: 'weekdays', words: 'Weekdays', how: 'numbers', hint: '1 is Monday' },
        list('closed', 'Closed days'),
      ],
      words: (o) => [
        between(o.earliest, o.latest, ''),
        o.weekdays?.map(day).join(' '),
        o.closed?.length ? `closed ${o.closed.join(', ')}` : undefined,
      ],
    },
  },
  file: {
    words: 'files',
    typed: { type: 'text', placeholder: 'file names, separated by ;', canBeFilledIn: false },
    limits: {
      fields: [
        list('types', 'Kinds of file', { hint: 'image/png, application/pdf' }),
        whole('maxBytes', 'Largest, in bytes'),
        group('files', 'Files', [whole('min', 'Fewest'), whole('max', 'Most')]),
        group('pixels', 'Pixels', [whole('minWidth', 'Least width'), whole('minHeight', 'Least height')]),
      ],
      words: (o) => [
        o.types?.join(', '),
        o.maxBytes === undefined ? undefined : `at most ${o.maxBytes} bytes each`,
        between(o.files?.min, o.files?.max, 'files'),
        o.pixels && `from ${o.pixels.minWidth ?? 0} × ${o.pixels.minHeight ?? 0} pixels`,
      ],
    },
  },
  colour: {
    words: 'a colour',
    typed: { type: 'text', placeholder: '#rrggbb', canBeFilledIn: true },
    limits: {
      fields: [list('colours', 'Colours', { hint: '#1f5c8a, #000000' })],
      words: (o) => [o.colours && (o.colours.length > 0 ? `one of ${o.colours.join(' ')}` : 'no colour')],
    },
  },
  note: { words: 'notice' },
} satisfies Record<Kind, KindOfOption>

const KNOWN: Readonly<Record<string, KindOfOption>> = OF

export const KINDS = Object.keys(OF)
export const PICKED = ['one', 'several', 'part']
/** The kinds that are typed. */
export const TYPED = KINDS.filter((kind) => KNOWN[kind]?.typed)
/** Those whose answer can stand in the field beforehand. */
export const FILLED_IN = KINDS.filter((kind) => KNOWN[kind]?.typed?.canBeFilledIn)
/** The limits of all kinds, each with the kind that has it. */
export const LIMITS: Field[] = KINDS.flatMap((kind) =>
  (KNOWN[kind]?.limits?.fields ?? []).map((field) => ({ ...field, kinds: [kind] })),
)

export const kindWords = (kind: string): string => KNOWN[kind]?.words ?? kind
export const typedAs = (kind: string): KindOfOption['typed'] => KNOWN[kind]?.typed

/** The limits of an option, one short phrase each. */
export function limitWords(option: Option): string[] {
  const phrases = KNOWN[option.kind]?.limits?.words(option) ?? []
  return phrases.filter((phrase): phrase is string => phrase !== undefined && phrase !== '')
}
