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

export const text = (key: string, words: string, more: Partial<Field> = {}): Field => ({
  key,
  words,
  how: 'text',
  ...more,
})
export const whole = (key: string, words: string, more: Partial<Field> = {}): Field => ({
  key,
  words,
  how: 'whole',
  ...more,
})
export const decimal = (key: string, words: string, more: Partial<Field> = {}): Field => ({
  key,
  words,
  how: 'decimal',
  ...more,
})
export const flag = (key: string, words: string, more: Partial<Field> = {}): Field => ({
  key,
  words,
  how: 'flag',
  ...more,
})
export const list = (key: string, words: string, more: Partial<Field> = {}): Field => ({
  key,
  words,
  how: 'list',
  ...more,
})
export const group = (key: string, words: string, fields: Field[], more: Partial<Field> = {}): Field => ({
  key,
  words,
  how: 'group',
  fields,
  ...more,
})
export const charge: Field = {
  key: 'charge',
  words: 'Charge',
  how: 'charge',
  hint: '5.00 · 10% · 0.50 a character after 10 · = width * 2',
}
export const condition = (key: string, words: string): Field => ({ key, words, how: 'condition' })
