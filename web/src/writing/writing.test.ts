import { describe, expect, it } from 'vitest'
import { bulkNames, combinations, pastedCells } from './cells'
import { fieldsAt, OPTION, SETUP } from './fields'
import { freshCode, pathOf, pointerOf, valueAt } from './paths'

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
    expect(fieldsAt('/guards/0/never')).toMatchObject({ at: '/guards/0', what: 'Guard' })
    expect(fieldsAt('/item/data/2/label')).toMatchObject({ at: '/item/data/2', what: 'Carried along' })
    expect(fieldsAt('/guards')).toMatchObject({ at: '', fields: SETUP })
    expect(fieldsAt('/variants/rows/4/price').at).toBe('/variants/rows/4')
    expect(fieldsAt('/item/price')).toMatchObject({ at: '', fields: SETUP })
  })

  it('makes codes that are free', () => {
    expect(freshCode('Größe “L”', [])).toBe('gro_e_l')
    expect(freshCode('Red', ['red', 'red_2'])).toBe('red_3')
    expect(freshCode('3 cm', [])).toBe('o_3_cm')
  })
})
