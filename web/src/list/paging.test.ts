import { describe, expect, it } from 'vitest'
import { lastPage, pageAfter, pageBefore } from './paging'

describe('pages over any number of rows', () => {
  it('stops at both ends', () => {
    expect(pageBefore('40', 100)).toBe('0')
    expect(pageAfter('0', '100', 100)).toBeNull()
    expect(pageAfter('0', '101', 100)).toBe('100')
    expect(lastPage('0', 100)).toBe('0')
    expect(lastPage('200', 100)).toBe('100')
  })
  it('is exact beyond native numbers', () => {
    expect(pageAfter('9007199254740993', '90071992547409930', 100)).toBe('9007199254741093')
    expect(lastPage('3400000000000000000001', 100)).toBe('3400000000000000000000')
  })
})
