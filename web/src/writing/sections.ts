import type { Charge, SetupCharge, SetupDocument } from '../desk/document'
import { charge, condition, decimal, list, text, whole, type Field } from '../desk/field'
import { freshCode, type JSONPath } from './paths'
import { chargeAlone, type Sentences } from './useSentences'

export const STAGES = 'page, cart, checkout, order'

type Item<List> = NonNullable<List> extends readonly (infer One)[] ? One : never

/** A piece of a line, and how it looks. */
export type Piece = string | { text: string; look: 'code' | 'quiet' }

interface SectionOf<Member> {
  /** Where its list stands in the document. */
  path: JSONPath
  /** Over its members in the outline; none where they are told elsewhere. */
  title?: string
  /** Told only while it is written in. */
  isWritten?: boolean
  /** A member, over its sheet. */
  what: string
  fields: Field[]
  /** What is added by its button. */
  add: string
  fresh: (taken: Record<string, unknown>[]) => unknown
  /** A member on a line. */
  line?: (member: Member, said: Sentences['said']) => Piece[]
}
export type Section = SectionOf<unknown>

const section = <Member>({ line, ...of }: SectionOf<Member>): Section => ({
  ...of,
  ...(line ? { line: (member: unknown, said: Sentences['said']) => line(member as Member, said) } : {}),
})

/** A code that no member has. */
const free = (code: string, taken: Record<string, unknown>[], key = 'code'): string =>
  freshCode(
    code,
    taken.map((member) => member[key]).filter((c) => typeof c === 'string'),
  )

const code = (of: string | undefined): Piece => ({ text: of ?? '', look: 'code' })
const quiet = (of: string): Piece => ({ text: of, look: 'quiet' })

/** The lists of a setup beside its options, rows and pictures: each with all that is known of it. */
export const SECTIONS: Section[] = [
  section<Item<SetupDocument['charges']>>({
    path: ['charges'],
    title: 'Charges of the setup',
    what: 'Charge',
    fields: [
      text('label', 'Label'),
      text('id', 'Name'),
      { ...charge, key: '', words: 'What it adds' },
      condition('when', 'When'),
    ],
    add: 'charge',
    fresh: () => ({ how: 'fixed', amount: '0', label: 'New charge' }),
    line: (member, said) => {
      const of: SetupCharge = typeof member === 'object' ? member : {}
      const alone: Charge | undefined = typeof member === 'object' ? chargeAlone(member) : member
      return [
        `${of.label ?? of.id ?? 'charge'}: ${said(alone ?? {})}`,
        ...(of.when ? [quiet('when'), said(of.when)] : []),
      ]
    },
  }),
  section<Item<SetupDocument['guards']>>({
    path: ['guards'],
    title: 'Guards',
    what: 'Guard',
    fields: [
      text('id', 'Name'),
      condition('never', 'Never'),
      condition('always', 'Always'),
      text('because', 'Because'),
    ],
    add: 'guard',
    fresh: (taken) => ({ id: free('guard', taken, 'id'), never: { any: [] }, because: '' }),
    line: (guard, said) => [
      quiet(guard.never ? 'never' : 'always'),
      said(guard.never ?? guard.always),
      ...(guard.because ? [quiet(`· ${guard.because}`)] : []),
    ],
  }),
  section<Item<SetupDocument['levels']>>({
    path: ['levels'],
    title: 'Price levels',
    what: 'Price level',
    fields: [
      text('label', 'Label'),
      text('code', 'Code'),
      decimal('amount', 'Amount'),
      decimal('percent', 'Or per cent'),
      text('of', 'Of the level (code)'),
    ],
    add: 'price level',
    fresh: (taken) => ({ code: free('level', taken), label: 'New price level', amount: '0' }),
    line: (level) => [
      level.label ?? level.code,
      code(level.code),
      String(level.amount ?? `${level.percent ?? ''}% of ${level.of ?? ''}`),
    ],
  }),
  section<never>({
    path: ['item', 'data'],
    what: 'Carried along',
    fields: [
      text('label', 'Label'),
      text('code', 'Code'),
      text('value', 'Value'),
      { key: 'meant', words: 'Meant for', how: 'choice', choices: ['order', 'shopper'] },
      list('stages', 'Seen at', { hint: STAGES }),
    ],
    add: 'carried along',
    fresh: (taken) => ({ code: free('data', taken), label: 'New entry', value: '' }),
  }),
  section<Item<SetupDocument['parts']>>({
    path: ['parts'],
    title: 'Parts',
    isWritten: true,
    what: 'Part',
    fields: [
      text('sku', 'SKU'),
      text('name', 'Name'),
      decimal('price', 'Price'),
      decimal('weight', 'Weight'),
      whole('points', 'Points'),
      whole('stock', 'Stock'),
      decimal('cost', 'Cost'),
    ],
    add: 'stocked part',
    fresh: (taken) => ({ sku: `PART-${taken.length + 1}`, name: 'New part', price: '0' }),
    line: (part) => [part.name ?? part.sku, code(part.sku), String(part.price)],
  }),
]
