import type { LadderCell } from '../shared/api'
import { grouped, percent } from '../shared/numbers'

/** Whether nothing that is left holds the value. */
export function isGone(cell: LadderCell): boolean {
  return cell.count === '0'
}

/** Why a cell is as wide as it is, or why it is gone. */
export function cellWords(cell: LadderCell, total: string): string {
  if (cell.hidden) return 'kept for later, never offered'
  if (cell.dead === 'never-offered') return 'dead: in no form that can be completed'
  if (cell.dead === 'never-stocked') return 'dead: it can be chosen, but nothing with it is in stock'
  if (isGone(cell) && cell.freed !== '0')
    return `not beside the present pins; pinned instead, ${grouped(cell.freed)}`
  if (isGone(cell)) return 'not beside the present pins'
  return `${grouped(cell.count)} of ${grouped(total)} (${percent(cell.share)})`
}
