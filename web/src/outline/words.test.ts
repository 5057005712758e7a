import { describe, expect, it } from 'vitest'
import type { SetupDocument } from '../desk/document'
import { limitWords } from '../desk/kinds'
import { placeWords, plainLabel } from './words'

describe('limits in words', () => {
  it('lists limits', () => {
    expect(limitWords({ code: 'c', kind: 'colour', colours: ['#1f5c8a', '#000000'] })).toEqual([
      'one of #1f5c8a #000000',
    ])
    expect(limitWords({ code: 'w', kind: 'number', min: '1', max: '9', step: '2', unit: 'cm' })).toEqual([
      '1 to 9 cm',
      'steps of 2',
    ])
    expect(limitWords({ code: 'h', kind: 'number', max: '9', decimals: 1 })).toEqual([
      'at most 9',
      '1 decimal',
    ])
    expect(limitWords({ code: 'd', kind: 'date', earliest: '+3d', weekdays: [1, 7] })).toEqual([
      'at least +3d',
      'Mon Sun',
    ])
  })
  it('takes the mark off a label', () => {
    expect(plainLabel('Size *')).toBe('Size')
  })
})

describe('a place of the document', () => {
  const setup = {
    name: 'Lamp',
    options: [{ code: 's', label: 'Size *', kind: 'one', values: [{ code: 'a', label: 'Small' }] }],
  } as unknown as SetupDocument

  it.each([
    ['/options/0', 'Size'],
    ['/options/0/values/0/charge', 'Size: Small'],
    ['/options/0/required', 'Size'],
    ['/options/9', 'Options'],
    ['/variants/rows/2', 'Variant row 3'],
    ['/item/price', 'Item'],
    ['', 'Lamp'],
  ])('%s is spoken of as %s', (at, words) => {
    expect(placeWords(setup, at)).toBe(words)
  })
})
