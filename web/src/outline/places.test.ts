import { describe, expect, it } from 'vitest'
import type { ViewPlace } from '../desk/document'
import { between, boxOf, handles, moved, resized, shaped } from './places'

const box: ViewPlace = { code: 'p', shape: 'box', box: { x: '20', y: '10', width: '30', height: '40' } }
const triangle: ViewPlace = {
  code: 't',
  shape: 'polygon',
  points: [
    ['20', '15'],
    ['80', '15'],
    ['50', '55'],
  ],
}

describe('places drawn on a picture', () => {
  it('lie between two corners, whichever they are, and within the picture', () => {
    expect(between({ x: 60, y: 20 }, { x: 10, y: 130 })).toEqual({ x: 10, y: 20, width: 50, height: 80 })
    expect(boxOf(triangle)).toEqual({ x: 20, y: 15, width: 60, height: 40 })
  })

  it('are moved whole, and no further than the edge', () => {
    expect(moved(box, { x: 5.04, y: -30 }).box).toEqual({ x: '25', y: '0', width: '30', height: '40' })
    expect(moved(box, { x: 500, y: 500 }).box).toEqual({ x: '70', y: '60', width: '30', height: '40' })
    expect(moved(triangle, { x: 40, y: 1 }).points).toEqual([
      ['40', '16'],
      ['100', '16'],
      ['70', '56'],
    ])
  })

  it('are taken by a corner, or a polygon by a point', () => {
    expect(resized(box, { x: 90, y: 5 }, 0).box).toEqual({ x: '20', y: '10', width: '70', height: '1' })
    expect(resized(triangle, { x: 51, y: 140 }, 2).points?.[2]).toEqual(['51', '100'])
    expect(handles(box)).toEqual([{ x: 50, y: 50 }])
    expect(handles(triangle)).toHaveLength(3)
  })

  it('keep their area in another shape', () => {
    expect(shaped(box, 'polygon')).toEqual({
      code: 'p',
      shape: 'polygon',
      points: [
        ['20', '10'],
        ['50', '10'],
        ['50', '50'],
        ['20', '50'],
      ],
    })
    expect(shaped(triangle, 'ellipse')).toEqual({
      code: 't',
      shape: 'ellipse',
      box: { x: '20', y: '15', width: '60', height: '40' },
    })
  })
})
