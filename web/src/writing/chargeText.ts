import type { Charge, ChargeForm } from '../desk/document'

const AMOUNT = String.raw`([+-]?\d+(?:\.\d+)?)`

/**
 * A charge in short writing, the other way round: "5.00", "10%", "10% of running", "0.50 a character after 10", "3 a file",
 * "2 a pick after 1", "sets 80", "= width * 2", each with ", once a line" behind it. Null where it is none of these.
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
  const per = perLine ? { per: 'line' } : {}
  const formula = /^=\s*(.+)$/s.exec(text)
  if (formula?.[1]) return { how: 'formula', expr: formula[1], ...per }
  const sets = new RegExp(`^sets ${AMOUNT}$`, 'i').exec(text)
  if (sets?.[1]) return { how: 'replace', amount: plain(sets[1]) }
  const percent = new RegExp(`^${AMOUNT}\\s*%(?: of (base|running|the base|the running total))?$`, 'i').exec(
    text,
  )
  if (percent?.[1])
    return {
      how: 'percent',
      rate: plain(percent[1]),
      ...(percent[2]?.toLowerCase().includes('running') ? { of: 'running' } : {}),
      ...per,
    }
  const each = new RegExp(
    `^${AMOUNT} (?:a|per) (character|file|pick)(?: after (\\d+))?(, blanks free)?$`,
    'i',
  ).exec(text)
  if (each?.[1] && each[2])
    return {
      how: `per-${each[2].toLowerCase()}`,
      amount: plain(each[1]),
      ...(each[3] ? { free: Number(each[3]) } : {}),
      ...(each[4] ? { skipSpaces: true } : {}),
      ...per,
    }
  const fixed = new RegExp(`^${AMOUNT}$`).exec(text)
  if (fixed?.[1]) return perLine ? { how: 'fixed', amount: plain(fixed[1]), ...per } : plain(fixed[1])
  return null
}

/** A charge as readCharge() takes it. */
export function writeCharge(charge: Charge | undefined): string {
  if (charge === undefined) return ''
  if (typeof charge !== 'object') return String(charge)
  const per = charge.per === 'line' ? ', once a line' : ''
  const known = Object.keys(charge).every((k) =>
    ['how', 'amount', 'rate', 'of', 'per', 'free', 'skipSpaces', 'expr'].includes(k),
  )
  if (!known || charge.amount?.startsWith('level:') || charge.of?.startsWith('level:'))
    return JSON.stringify(charge)
  switch (charge.how) {
    case 'fixed':
      return `${charge.amount ?? '0'}${per}`
    case 'percent':
      return `${charge.rate ?? '0'}%${charge.of === 'running' ? ' of running' : ''}${per}`
    case 'per-character':
    case 'per-file':
    case 'per-pick':
      return `${charge.amount ?? '0'} a ${charge.how.slice(4)}${charge.free ? ` after ${charge.free}` : ''}${charge.skipSpaces ? ', blanks free' : ''}${per}`
    case 'replace':
      return `sets ${charge.amount ?? '0'}`
    case 'formula':
      return `= ${charge.expr ?? ''}${per}`
    default:
      return JSON.stringify(charge)
  }
}

function plain(amount: string): string {
  return amount.replace(/^\+/, '')
}
