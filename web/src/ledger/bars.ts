/** The height of a bar: in proportion to the highest, and never so low that something looks like nothing. */
export function barHeight(share: number, highest: number): string {
  if (share <= 0 || highest <= 0) return '0'
  return `max(3px, ${((share / highest) * 100).toFixed(2)}%)`
}
