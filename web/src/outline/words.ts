import type { Charge, Condition, Option, Row, SetupDocument } from '../desk/document'

/** A label without the mark that tells the shopper an answer is required. */
export function plainLabel(label: string): string {
  return label.replace(/\s*\*$/, '')
}

const named = new WeakMap<Option[], Map<string, Option>>()

/** Options by their codes, looked through once a document; the first of one code counts. */
function optionNamed(setup: SetupDocument, code: string): Option | undefined {
  let byCode = named.get(setup.options)
  if (!byCode) {
    byCode = new Map([...setup.options].reverse().map((o) => [o.code, o]))
    named.set(setup.options, byCode)
  }
  return byCode.get(code)
}

function valueWord(option: Option | undefined, code: string): string {
  return option?.values?.find((v) => v.code === code)?.label ?? `“${code}”`
}

function range(test: {
  atLeast?: string | number
  atMost?: string | number
  above?: string
  below?: string
}): string {
  const parts = []
  if (test.atLeast !== undefined) parts.push(`at least ${test.atLeast}`)
  if (test.above !== undefined) parts.push(`above ${test.above}`)
  if (test.atMost !== undefined) parts.push(`at most ${test.atMost}`)
  if (test.below !== undefined) parts.push(`below ${test.below}`)
  return parts.join(' and ')
}

/** A condition as a sentence about the shopper's names. */
export function conditionWords(setup: SetupDocument, c: Condition, inner = false): string {
  const join = (parts: Condition[], word: string, none: string): string => {
    if (parts.length === 0) return none
    const text = parts.map((p) => conditionWords(setup, p, true)).join(` ${word} `)
    return inner && parts.length > 1 ? `(${text})` : text
  }
  if (c.all) return join(c.all, 'and', 'always')
  if (c.any) return join(c.any, 'or', 'never')
  if (c.not) return `not ${conditionWords(setup, c.not, true)}`
  if (c.quantity) return `quantity is ${range(c.quantity)}`
  const option = optionNamed(setup, c.option ?? '')
  const name = option ? plainLabel(option.label ?? option.code) : `“${c.option ?? ''}”`
  if (c.filled !== undefined) return `${name} ${c.filled ? 'is answered' : 'has no answer'}`
  if (typeof c.is === 'boolean') return `${name} is ${c.is ? 'yes' : 'not yes'}`
  if (c.is !== undefined) {
    const values = Array.isArray(c.is) ? c.is : [c.is]
    return `${name} is ${values.map((v) => valueWord(option, v)).join(' or ')}`
  }
  if (c.picks) return `${name} has ${range(c.picks)} picked`
  return `${name} is ${range(c)}`
}

/** A charge in short: "+5.00", "10% of base", "0.50 a character after 10". */
export function chargeWords(charge: Charge): string {
  if (typeof charge !== 'object') return signed(charge)
  const per = charge.per === 'line' ? ', once a line' : ''
  const free = charge.free ? ` after ${charge.free}` : ''
  switch (charge.how) {
    case 'fixed':
      return amountWords(charge.amount) + per
    case 'percent':
      return `${signed(charge.rate ?? '0')}% of ${basisWords(charge.of)}${per}`
    case 'per-character':
      return `${amountWords(charge.amount)} a character${free}${charge.skipSpaces ? ', blanks free' : ''}${per}`
    case 'per-file':
      return `${amountWords(charge.amount)} a file${free}${per}`
    case 'per-pick':
      return `${amountWords(charge.amount)} a pick${free}${per}`
    case 'tiers':
      return (charge.steps ?? [])
        .map(
          (s) =>
            `from ${s.from}: ${s.rate === undefined ? amountWords(s.amount) : `${signed(s.rate)}% of the base`}`,
        )
        .join(', ')
    case 'replace':
      return `sets the price to ${levelName(charge.amount) ?? charge.amount ?? '0'}`
    case 'formula': {
      const held = [
        charge.min ? `at least ${charge.min}` : '',
        charge.max ? `at most ${charge.max}` : '',
      ].filter(Boolean)
      return `${charge.expr ?? ''}${held.length > 0 ? ` (${held.join(', ')})` : ''}${per}`
    }
    case undefined:
      return 'a charge that does not say how'
  }
}

/** The name of a price level that stands in the place of an amount; none where it is an amount. */
function levelName(amount: string | number | undefined): string | undefined {
  const text = String(amount ?? '')
  return text.startsWith('level:') ? `the price level “${text.slice(6)}”` : undefined
}

function amountWords(amount: string | number | undefined): string {
  return levelName(amount) ?? signed(amount ?? '0')
}

function basisWords(of: string | undefined): string {
  return levelName(of) ?? (of === 'running' ? 'the running total' : 'the base')
}

function signed(amount: string | number): string {
  const text = String(amount)
  return text.startsWith('-') ? `−${text.slice(1)}` : `+${text}`
}

/** What a variant row asks of an option that it goes by. */
export function rowWords(setup: SetupDocument, row: Row, code: string): string {
  return pickWords(optionNamed(setup, code), row.pick, code)
}

/** The same of an option that is at hand; undefined where no option has the code. */
export function pickWords(option: Option | undefined, pick: Row['pick'], code: string): string {
  const wanted = pick?.[code]
  if (wanted === undefined || wanted === false) return 'none'
  if (wanted === true) return 'yes'
  return (Array.isArray(wanted) ? wanted : [wanted]).map((w) => valueWord(option, w)).join('; ')
}

/** A place of the document as one speaks of it: the option and value by their labels, else what it is part of. */
export function placeWords(setup: SetupDocument, at: string): string {
  const [, part, number, inner, which] = at.split('/')
  const option = part === 'options' ? setup.options[Number(number)] : undefined
  if (option) {
    const value = inner === 'values' ? option.values?.[Number(which)] : undefined
    const label = plainLabel(option.label ?? option.code)
    return value ? `${label}: ${value.label}` : label
  }
  if (part === 'variants' && inner) return `Variant row ${Number(inner) + 1}`
  return part ? part.charAt(0).toUpperCase() + part.slice(1) : setup.name
}
