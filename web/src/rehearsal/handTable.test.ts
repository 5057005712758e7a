import { describe, expect, it } from 'vitest'
import { handRows, handStages } from './handTable'

function cell(stage: 'page' | 'cart' | 'order', line: number, what: string, expected: string) {
  return { stage, line, what, expected, found: null, differs: false }
}

describe('the sheet by hand', () => {
  it('has one row for what is alike at several stages', () => {
    const rows = handRows([
      cell('page', 0, 'unit price', '5.00'),
      cell('cart', 1, 'unit price', '5.00'),
      cell('cart', 1, 'entry Size', 'Small'),
      cell('order', 1, 'unit price', '5.00'),
      cell('order', 1, 'entry Size', 's'),
      cell('order', 2, 'unit price', '5.00'),
    ])
    expect(rows.map((r) => [r.what, r.line, r.expected, [...r.stages].join()])).toEqual([
      ['unit price', 1, '5.00', 'page,cart,order'],
      ['Size', 1, 'Small', 'cart'],
      ['Size', 1, 's', 'order'],
      ['unit price', 2, '5.00', 'order'],
    ])
    expect(handStages(rows).map((s) => s.value)).toEqual(['page', 'cart', 'order'])
  })

  it('keeps two equal entries of one stage apart', () => {
    expect(handRows([cell('cart', 1, 'entry A', 'x'), cell('cart', 1, 'entry A', 'x')])).toHaveLength(2)
  })
})
