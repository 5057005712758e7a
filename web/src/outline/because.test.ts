import { describe, expect, it } from 'vitest'
import { becauseOf } from './because'

describe('the places behind a finding', () => {
  it('are those it names', () => {
    const because = [{ at: '/options/1/shownWhen', kind: 'shown-when', words: 'B is shown only when A is x' }]
    expect(becauseOf({ detail: { because } })).toEqual(because)
  })
  it('are none where the reason is not known, or is not told in places', () => {
    expect(becauseOf({ detail: { because: null } })).toEqual([])
    expect(becauseOf({ detail: {} })).toEqual([])
    expect(becauseOf({ detail: { because: ['x', { at: 3 }] } })).toEqual([])
  })
})
