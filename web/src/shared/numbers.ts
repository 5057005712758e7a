const THIN = '\u2009'
const NOT_KNOWN = 'not known'

/** The first figures and the power of ten of a number that is told so, as "1.05e750". */
function power(text: string): [string, string] | null {
  const [figures, exponent] = text.split('e')
  return exponent === undefined ? null : [figures ?? '', exponent]
}

function raised(exponent: string): string {
  return `${THIN}×${THIN}10${Array.from(exponent, (d) => '⁰¹²³⁴⁵⁶⁷⁸⁹'[Number(d)] ?? '').join('')}`
}

/**
 * A whole number of any size with thin spaces between groups of three digits; one that is told by its power of ten stays
 * so.
 */
export function grouped(digits: string | null): string {
  if (digits === null) return NOT_KNOWN
  const short = power(digits)
  if (short) return short[0] + raised(short[1])
  return digits.replace(/\B(?=(\d{3})+(?!\d))/g, THIN)
}

/** As it is read: all digits up to twelve, beyond that a power of ten with two figures. */
export function readable(digits: string | null): string {
  if (digits === null) return NOT_KNOWN
  const short = power(digits)
  if (short) return short[0].slice(0, 3) + raised(short[1])
  if (digits.length <= 12) return grouped(digits)
  return `${digits.slice(0, 1)}.${digits.slice(1, 2)}${raised(String(digits.length - 1))}`
}

/** "combination" or "combinations", as the number before it asks. */
export function combinations(digits: string | null): string {
  return digits === '1' ? 'combination' : 'combinations'
}

/** A share from 0 to 1 as a percentage that never rounds something to nothing or a part to all. */
export function percent(share: number): string {
  if (share === 0) return '0%'
  if (share >= 1) return '100%'
  const p = share * 100
  if (p < 0.1) return '<0.1%'
  if (p > 99.9) return '>99.9%'
  return p < 10 ? `${p.toFixed(1)}%` : `${p.toFixed(0)}%`
}
