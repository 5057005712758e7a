import type { CheckCell } from '../shared/api'
import { STAGES } from './verdicts'

/** A thing to look at, and the stages at which it has to be as expected; line 0 belongs to no cart line. */
export interface HandRow {
  what: string
  line: number
  expected: string
  stages: Set<string>
}

/** What is expected alike at several stages is one row. */
export function handRows(cells: readonly CheckCell[]): HandRow[] {
  const rows: HandRow[] = []
  for (const cell of cells) {
    const what = cell.what.replace(/^entry /, '')
    // What the page shows of the item stands in the first line of the cart.
    const line = cell.stage === 'page' && !['total', 'offered'].includes(what) ? 1 : cell.line
    const same = rows.find(
      (r) => r.what === what && r.expected === cell.expected && r.line === line && !r.stages.has(cell.stage),
    )
    if (same) same.stages.add(cell.stage)
    else rows.push({ what, line, expected: cell.expected, stages: new Set([cell.stage]) })
  }
  return rows
}

/** The stages that some row has. */
export function handStages(rows: readonly HandRow[]): (typeof STAGES)[number][] {
  return STAGES.filter((s) => rows.some((r) => r.stages.has(s.value)))
}
