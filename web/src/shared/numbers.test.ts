import { describe, expect, it } from 'vitest'
import { combinations, grouped, percent, readable } from './numbers'

describe('numbers', () => {
  it('groups digits of any size', () => {
    expect(grouped('641628650880')).toBe('641\u2009628\u2009650\u2009880')
    expect(grouped('12')).toBe('12')
  })
  it('writes very large ones as a power of ten', () => {
    expect(readable('105456')).toBe('105\u2009456')
    expect(readable('3400000000000000000000')).toBe('3.4\u2009×\u200910²¹')
  })
  it('says of what is not known that it is not', () => {
    expect(readable(null)).toBe('not known')
    expect(grouped(null)).toBe('not known')
  })
  it('counts one combination as one', () => {
    expect(combinations('1')).toBe('combination')
    expect(combinations('0')).toBe('combinations')
    expect(combinations(null)).toBe('combinations')
  })
  it('never shows something as nothing, or a part as all', () => {
    expect(percent(0)).toBe('0%')
    expect(percent(0.000001)).toBe('<0.1%')
    expect(percent(0.9999)).toBe('>99.9%')
    expect(percent(1)).toBe('100%')
    expect(percent(0.051)).toBe('5.1%')
  })
})
