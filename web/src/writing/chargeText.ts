import type { Charge, ChargeForm } from '../desk/document'

const NUMBER = String.raw`[+-]?\d+(?:\.\d+)?`
/** What a charge may be for each of. */
const EACH: Record<string, ChargeForm['how']> = {
  character: 'per-character',
  file: 'per-file',
  pick: 'per-pick',
}
type Step = NonNullable<ChargeForm['steps']>[number]
const AMOUNT = String.raw`(${NUMBER}|level [a-z][a-z0-9_]*)`

/**
 * A charge in short writing, the other way round: "5.00", "10%", "10% of running", "0.50 a character after 10", "3 a file",
 * "2 a pick after 1", "sets 80", "= width * 2, at least 9, at most 50", "from 1: 0; from 10: -1.50; from 50: -5%", each with ", once a line"
 * behind it; a price level stands for an amount: "level trade". Null where it is none of these.
 */
export function readCharge(written: string): Charge | undefined | null {
  let text = written.trim()
  if (text === '') return undefined
  if (text.startsWith('{')) {
    try {
      return JSON.parse(text) as ChargeForm
    } catch {
      return null
    }
  }
  const perLine = /,?\s*once a line$/i.exec(text)
  if (perLine) text = text.slice(0, perLine.index).trim()
  const per: Pick<ChargeForm, 'per'> = perLine ? { per: 'line' } : {}
  const formula = new RegExp(`^=\\s*(.+?)(?:, at least (${NUMBER}))?(?:, at most (${NUMBER}))?$`, 's').exec(
    text,
  )
  if (formula?.[1])
    return {
      how: 'formula',
      expr: formula[1],
      ...(formula[2] ? { min: plain(formula[2]) } : {}),
      ...(formula[3] ? { max: plain(formula[3]) } : {}),
      ...per,
    }
  if (/^from \d+:/i.test(text)) {
    const steps = text.split(';').map(readStep)
    return perLine || steps.includes(null) ? null : { how: 'tiers', steps: steps.filter((s) => s !== null) }
  }
  const sets = new RegExp(`^sets ${AMOUNT}$`, 'i').exec(text)
  if (sets?.[1]) return { how: 'replace', amount: plain(sets[1]) }
  const percent = new RegExp(
    `^(${NUMBER})\\s*%(?: of (base|running|the base|the running total|level [a-z][a-z0-9_]*))?$`,
    'i',
  ).exec(text)
  if (percent?.[1]) {
    const of = percent[2]?.toLowerCase() ?? ''
    return {
      how: 'percent',
      rate: plain(percent[1]),
      ...(of.includes('running') ? { of: 'running' } : of.startsWith('level ') ? { of: plain(of) } : {}),
      ...per,
    }
  }
  const each = new RegExp(
    `^${AMOUNT} (?:a|per) (character|file|pick)(?: after (\\d+))?(, blanks free)?$`,
    'i',
  ).exec(text)
  if (each?.[1] && each[2])
    return {
      how: EACH[each[2].toLowerCase()],
      amount: plain(each[1]),
      ...(each[3] ? { free: Number(each[3]) } : {}),
      ...(each[4] ? { skipSpaces: true } : {}),
      ...per,
    }
  const fixed = new RegExp(`^${AMOUNT}$`).exec(text)
  if (fixed?.[1]) {
    const amount = plain(fixed[1])
    return perLine || amount.startsWith('level:') ? { how: 'fixed', amount, ...per } : amount
  }
  return null
}

/** What short writing can say; a charge with anything else is written as JSON, so that nothing is lost. */
const KEYS = ['how', 'amount', 'rate', 'of', 'per', 'free', 'skipSpaces', 'expr', 'min', 'max', 'steps']

/** A charge as readCharge() takes it. */
export function writeCharge(charge: Charge | undefined): string {
  if (charge === undefined) return ''
  if (typeof charge !== 'object') return String(charge)
  const per = charge.per === 'line' ? ', once a line' : ''
  if (!Object.keys(charge).every((k) => KEYS.includes(k))) return JSON.stringify(charge)
  const amount = level(charge.amount ?? '0')
  const of = charge.of ?? 'base'
  switch (charge.how) {
    case 'fixed':
      return `${amount}${per}`
    case 'percent':
      return `${charge.rate ?? '0'}%${of === 'base' ? '' : ` of ${level(of)}`}${per}`
    case 'per-character':
    case 'per-file':
    case 'per-pick':
      return `${amount} a ${charge.how.slice(4)}${charge.free ? ` after ${charge.free}` : ''}${charge.skipSpaces ? ', blanks free' : ''}${per}`
    case 'replace':
      return `sets ${amount}`
    case 'formula':
      return `= ${charge.expr ?? ''}${charge.min ? `, at least ${charge.min}` : ''}${charge.max ? `, at most ${charge.max}` : ''}${per}`
    case 'tiers':
      return (charge.steps ?? [])
        .map((s) => `from ${s.from}: ${s.rate === undefined ? (s.amount ?? '0') : `${s.rate}%`}`)
        .join('; ')
    default:
      return JSON.stringify(charge)
  }
}

/** One step of tiers: "from 10: -1.50", "from 50: -5%". */
function readStep(words: string): Step | null {
  const step = new RegExp(`^\\s*from (\\d+):\\s*(${NUMBER})\\s*(%?)\\s*$`, 'i').exec(words)
  if (!step?.[1] || !step[2]) return null
  const from = Number(step[1])
  return step[3] === '%' ? { from, rate: plain(step[2]) } : { from, amount: plain(step[2]) }
}

function level(amount: string | number): string {
  const text = String(amount)
  return text.startsWith('level:') ? `level ${text.slice(6)}` : text
}

function plain(amount: string): string {
  return amount.replace(/^level /i, 'level:').replace(/^\+/, '')
}
