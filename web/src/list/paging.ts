/** Row numbers can be larger than any native number, so they are decimal text throughout. */

export function pageBefore(from: string, size: number): string {
  const n = BigInt(from) - BigInt(size)
  return n < 0n ? '0' : n.toString()
}

/** The first number of the next page, null where there is none. */
export function pageAfter(from: string, total: string, size: number): string | null {
  const n = BigInt(from) + BigInt(size)
  return n < BigInt(total) ? n.toString() : null
}

/** The first number of the last page, when pages are counted from 0. */
export function lastPage(total: string, size: number): string {
  const n = BigInt(total)
  return n === 0n ? '0' : (((n - 1n) / BigInt(size)) * BigInt(size)).toString()
}
