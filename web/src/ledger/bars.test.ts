import { describe, expect, it } from 'vitest'
import { barHeight } from './bars'

describe('bars', () => {
  it('are as high as their share of the highest', () => {
    expect(barHeight(0.2, 0.4)).toBe('max(3px, 50.00%)')
    expect(barHeight(0.4, 0.4)).toBe('max(3px, 100.00%)')
  })
  it('show a little, and never nothing as something', () => {
    expect(barHeight(0.0000001, 0.9)).toBe('max(3px, 0.00%)')
    expect(barHeight(0, 0.9)).toBe('0')
    expect(barHeight(0, 0)).toBe('0')
  })
})
