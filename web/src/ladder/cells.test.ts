import { describe, expect, it } from 'vitest'
import type { LadderCell } from '../shared/api'
import { cellWords, isGone } from './cells'

const cell: LadderCell = {
  value: 's',
  label: 'Small',
  count: '1200',
  share: 0.5,
  pinned: false,
  freed: '1200',
  dead: null,
  hidden: false,
  preselected: false,
  at: '/options/0/values/0',
}

describe('why a cell is as wide as it is', () => {
  it('tells exact counts and the share', () => {
    expect(cellWords(cell, '2400')).toBe('1\u2009200 of 2\u2009400 (50%)')
  })
  it('tells what pins alone exclude from what is dead', () => {
    expect(cellWords({ ...cell, count: '0', share: 0 }, '0')).toBe(
      'not beside the present pins; pinned instead, 1\u2009200',
    )
    expect(cellWords({ ...cell, count: '0', freed: '0' }, '10')).toBe('not beside the present pins')
    expect(cellWords({ ...cell, count: '0', freed: '0', dead: 'never-offered' }, '10')).toContain(
      'in no form',
    )
    expect(cellWords({ ...cell, count: '0', freed: '0', dead: 'never-stocked' }, '10')).toContain('in stock')
    expect(cellWords({ ...cell, count: '0', hidden: true, dead: 'never-offered' }, '10')).toContain(
      'kept for later',
    )
    expect(isGone({ ...cell, count: '0' })).toBe(true)
    expect(isGone(cell)).toBe(false)
  })
})
