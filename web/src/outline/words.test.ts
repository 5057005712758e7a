import { describe, expect, it } from 'vitest'
import type { SetupDocument } from '../desk/document'
import { limitWords } from '../desk/kinds'
import { chargeWords, conditionWords, placeWords, plainLabel } from './words'

const setup: SetupDocument = {
  ithrel: 'setup/1',
  name: 'Lamp',
  currency: 'EUR',
  item: { sku: 'L', name: 'Lamp', price: '1' },
  options: [
    {
      code: 'size',
      label: 'Size *',
      kind: 'one',
      values: [
        { code: 's', label: 'Small' },
        { code: 'l', label: 'Large' },
      ],
    },
    { code: 'gift', label: 'Gift', kind: 'flag' },
    { code: 'width', label: 'Width', kind: 'number' },
  ],
}

describe('conditions in words', () => {
  it('uses the names that the shopper reads', () => {
    expect(conditionWords(setup, { option: 'size', is: ['s', 'l'] })).toBe('Size is Small or Large')
    expect(conditionWords(setup, { option: 'gift', is: false })).toBe('Gift is not yes')
    expect(conditionWords(setup, { option: 'width', atLeast: '100', below: '200' })).toBe(
      'Width is at least 100 and below 200',
    )
  })
  it('shows what is not there in quotes', () => {
    expect(conditionWords(setup, { option: 'seize', is: 's' })).toBe('“seize” is “s”')
    expect(conditionWords(setup, { option: 'size', is: 'xs' })).toBe('Size is “xs”')
  })
  it('puts parentheses where parts are mixed', () => {
    const c = {
      all: [
        {
          any: [
            { option: 'size', is: 's' },
            { option: 'gift', is: true },
          ],
        },
        { not: { option: 'width', filled: true } },
      ],
    }
    expect(conditionWords(setup, c)).toBe('(Size is Small or Gift is yes) and not Width is answered')
    expect(conditionWords(setup, { all: [] })).toBe('always')
    expect(conditionWords(setup, { any: [] })).toBe('never')
  })
})

describe('charges and limits in words', () => {
  it('shows signs and what is counted', () => {
    expect(chargeWords('5.00')).toBe('+5.00')
    expect(chargeWords('-5.00')).toBe('−5.00')
    expect(chargeWords({ how: 'percent', rate: '10', of: 'running', per: 'line' })).toBe(
      '+10% of the running total, once a line',
    )
    expect(chargeWords({ how: 'per-character', amount: '0.45', free: 10, skipSpaces: true })).toBe(
      '+0.45 a character after 10, blanks free',
    )
    expect(chargeWords({ how: 'percent', rate: '10', of: 'level:trade' })).toBe(
      '+10% of the price level “trade”',
    )
    expect(chargeWords({ how: 'fixed', amount: 'level:trade' })).toBe('the price level “trade”')
    expect(chargeWords({ how: 'replace', amount: 'level:trade' })).toBe(
      'sets the price to the price level “trade”',
    )
    expect(
      chargeWords({
        how: 'tiers',
        steps: [
          { from: 10, amount: '-1.50' },
          { from: 50, rate: '-5' },
        ],
      }),
    ).toBe('from 10: −1.50, from 50: −5% of the base')
    expect(chargeWords({ how: 'formula', expr: 'width * 2', min: '9' })).toBe('width * 2 (at least 9)')
  })
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
