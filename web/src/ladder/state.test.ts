import { describe, expect, it } from 'vitest'
import type { SetupDocument } from '../desk/document'
import { stateOf } from './state'

const setup = {
  options: [
    { code: 'size', kind: 'one' },
    { code: 'gift', kind: 'flag' },
    { code: 'extras', kind: 'several' },
    { code: 'art', kind: 'file' },
    { code: 'width', kind: 'number' },
  ],
} as SetupDocument

describe('the state of pins and typed inputs', () => {
  it('gives each kind its form', () => {
    const state = stateOf(
      setup,
      ['size=l', 'gift=yes', 'extras=a', 'extras=b'],
      { width: '12', art: 'a.png; b.png' },
      3,
    )
    expect(state).toEqual({
      pick: { size: 'l', gift: true, extras: ['a', 'b'], width: '12', art: ['a.png', 'b.png'] },
      quantity: 3,
    })
  })
  it('leaves out what is pinned to no answer, and an unsaid quantity', () => {
    expect(stateOf(setup, ['size=', 'extras='], {}, null)).toEqual({ pick: {} })
  })
  it('keeps an equals sign in a value', () => {
    expect(stateOf(setup, ['size=a=b'], {}, null)).toEqual({ pick: { size: 'a=b' } })
  })
})
