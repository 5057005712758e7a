import { describe, expect, it } from 'vitest'
import type { MappedThing, PictureSpot } from '../../shared/api'
import { keyAs, pointedAt, standing } from './pointing'

const spot = (over: Partial<PictureSpot>): PictureSpot => ({
  at: '@main/p[1]',
  control: null,
  button: null,
  within: null,
  box: [0, 0, 100, 100],
  text: '',
  ...over,
})
const thing = (over: Partial<MappedThing>): MappedThing => ({
  what: 'cart lineTotal',
  words: 'Cart: line total',
  stage: 'cart',
  key: 'td[6]',
  note: null,
  box: [0, 0, 10, 10],
  reads: '1.249,00 €',
  expected: '1249.00',
  byHand: false,
  ...over,
})

describe('pointing at a picture', () => {
  const row = spot({ at: 'tr[1]', within: null })
  const cell = spot({ at: 'tr[1]/td[6]', within: 'td[6]', box: [60, 10, 30, 20] })
  const list = spot({ control: 'list name=size', box: [60, 10, 10, 10] })

  it('takes the smallest that the thing can be', () => {
    expect(pointedAt([row, cell, list], 65, 15, null)).toBe(list)
    expect(pointedAt([row, cell, list], 65, 15, 'cart lineTotal')).toBe(cell)
    expect(pointedAt([row, cell, list], 65, 15, 'option size')).toBe(list)
    expect(pointedAt([row, cell, list], 5, 5, 'option size')).toBeUndefined()
  })

  it('knows a thing by what its map knows it by', () => {
    expect(keyAs(cell, 'cart lineTotal')).toBe('td[6]')
    expect(keyAs(cell, 'cart total')).toBe('tr[1]/td[6]')
    expect(keyAs(cell, 'page unitPrice')).toBe('tr[1]/td[6]')
    expect(keyAs(cell, 'add button')).toBeNull()
    expect(keyAs(spot({ button: 'id=add' }), 'add button')).toBe('id=add')
  })
})

describe('how sure a thing is', () => {
  it.each([
    [{}, 'found'],
    [{ byHand: true }, 'by hand'],
    [{ key: null }, 'missing'],
    [{ reads: '€ 12.00' }, 'other'],
    [{ reads: null }, 'found'],
    [{ expected: null, reads: 'anything' }, 'found'],
  ] as const)('%o is %s', (over, expected) => {
    expect(standing(thing(over))).toBe(expected)
  })
})
