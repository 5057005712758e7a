/** One thing that can be said of a part of the document, and how it is written. */
export interface Field {
  key: string
  words: string
  how:
    | 'text'
    | 'whole'
    | 'decimal'
    | 'flag'
    | 'choice'
    | 'list'
    | 'numbers'
    | 'condition'
    | 'charge'
    | 'figures'
    | 'points'
    | 'group'
  choices?: string[]
  /** What a choice is called; by itself where nothing is said. */
  named?: Record<string, string>
  fields?: Field[]
  /** Kinds of option that have it; none: all. */
  kinds?: string[]
  hint?: string
  /** Over a column. */
  short?: string
}

type Maker = (key: string, words: string, more?: Partial<Field>) => Field

const written =
  (how: Field['how']): Maker =>
  (key, words, more = {}) => ({ key, words, how, ...more })

export const text = written('text')
export const whole = written('whole')
export const decimal = written('decimal')
export const flag = written('flag')
export const list = written('list')
export const condition = written('condition')
export const group = (key: string, words: string, fields: Field[], more: Partial<Field> = {}): Field =>
  written('group')(key, words, { fields, ...more })
export const charge: Field = {
  key: 'charge',
  words: 'Charge',
  how: 'charge',
  hint: '5.00 · 10% · 0.50 a character after 10 · = width * 2',
}
