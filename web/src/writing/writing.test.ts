import { describe, expect, it } from 'vitest'
import charges from '../../../docs/charge-sentences.json'
import type { Charge, ChargeForm } from '../desk/document'
import { bulkNames, combinations, pastedCells } from './cells'
import { readCharge, writeCharge } from './chargeText'
import { fieldsAt, OPTION, SETUP } from './fields'
import { freshCode, pathOf, pointerOf, valueAt } from './paths'

describe('charges in short writing', () => {
  it.each(charges as [string, Charge | null][])('%s', (text, charge) => {
    expect(readCharge(text)).toEqual(charge)
    if (charge !== null) expect(writeCharge(charge)).toBe(text)
  })

  it('takes a plus sign, nothing, and JSON, and refuses the rest', () => {
    expect(readCharge('+5.00')).toBe('5.00')
    expect(readCharge('  ')).toBeUndefined()
    expect(readCharge('{"how":"formula","expr":"w","min":"9"}')).toEqual({
      how: 'formula',
      expr: 'w',
      min: '9',
    })
    for (const wrong of ['five', '5,00', '10 %% ', '3 a day', '{']) expect(readCharge(wrong)).toBeNull()
  })

  it('writes what has no short writing as JSON, so that nothing is lost', () => {
    const odd = { how: 'formula', expr: 'w', note: 'x' } as unknown as ChargeForm
    expect(readCharge(writeCharge(odd))).toEqual(odd)
    const level: Charge = { how: 'fixed', amount: 'level:trade', per: 'line' }
    expect(readCharge(writeCharge(level))).toEqual(level)
  })
})

describe('cells and names', () => {
  it('reads pasted cells, and leaves one plain text alone', () => {
    expect(pastedCells('Brass\t5.00\r\n"Steel, ""dull"""\t\r\n')).toEqual([
      ['Brass', '5.00'],
      ['Steel, "dull"', ''],
    ])
    expect(pastedCells('Brass')).toBeNull()
  })

  it('tells the separator of many names, doubled and blank ones before they are taken', () => {
    expect(bulkNames('Red; Blue, light; red;', ['Green'])).toEqual({
      separator: 'a semicolon',
      names: ['Red', 'Blue, light', 'red'],
      warnings: ['The last one is blank: is one missing?', '“red” is there twice.'],
    })
    expect(bulkNames('A, B,, C', []).warnings).toEqual(['1 blank name is left out.'])
    expect(bulkNames('A\nB | C', ['a']).warnings).toEqual(['“A” is there twice.', '“B | C” has a bar in it.'])
  })

  it('makes all combinations, up to a bound', () => {
    expect(
      combinations(
        [
          [1, 2],
          [3, 4],
        ],
        9,
      ),
    ).toEqual([
      [1, 3],
      [1, 4],
      [2, 3],
      [2, 4],
    ])
    expect(combinations([], 9)).toEqual([[]])
    expect(
      combinations(
        [
          [1, 2, 3],
          [1, 2, 3],
          [1, 2, 3],
        ],
        26,
      ),
    ).toBeNull()
  })
})

describe('places', () => {
  it('goes from pointers to paths and back', () => {
    expect(pathOf('/options/2/values/0')).toEqual(['options', 2, 'values', 0])
    expect(pointerOf(['a/b', '~', 3])).toBe('/a~1b/~0/3')
    expect(pathOf('/a~1b/~0/3')).toEqual(['a/b', '~', 3])
    expect(valueAt({ a: [{ b: 1 }] }, ['a', 0, 'b'])).toBe(1)
    expect(valueAt({ a: 1 }, ['a', 'b', 'c'])).toBeUndefined()
  })

  it('knows whose fields a place has', () => {
    expect(fieldsAt('/options/3/values/1/charge')).toMatchObject({ at: '/options/3/values/1', what: 'Value' })
    expect(fieldsAt('/options/3/shownWhen')).toMatchObject({ at: '/options/3', fields: OPTION })
    expect(fieldsAt('/variants/rows/4/price').at).toBe('/variants/rows/4')
    expect(fieldsAt('/item/price')).toMatchObject({ at: '', fields: SETUP })
  })

  it('makes codes that are free', () => {
    expect(freshCode('Größe “L”', [])).toBe('gro_e_l')
    expect(freshCode('Red', ['red', 'red_2'])).toBe('red_3')
    expect(freshCode('3 cm', [])).toBe('o_3_cm')
  })
})
