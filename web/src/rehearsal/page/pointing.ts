import type { MappedThing, PictureSpot } from '../../shared/api'

/** A rectangle on a picture: left, top, width, height. */
export type Box = readonly number[]

export function holds(box: Box, x: number, y: number): boolean {
  const [left = 0, top = 0, width = 0, height = 0] = box
  return x >= left && x <= left + width && y >= top && y <= top + height
}

/** What is pointed at: of all that lie there the smallest that the thing can be. */
export function pointedAt(
  spots: readonly PictureSpot[],
  x: number,
  y: number,
  what: string | null,
): PictureSpot | undefined {
  const area = (s: PictureSpot) => (s.box[2] ?? 0) * (s.box[3] ?? 0)
  return spots
    .filter((s) => holds(s.box, x, y) && (what === null || keyAs(s, what) !== null))
    .sort((a, b) => area(a) - area(b))[0]
}

/** The key by which a map knows a thing that stands at a spot; null where the spot is nothing of the kind. */
export function keyAs(spot: PictureSpot, what: string): string | null {
  if (what.startsWith('option ') || what === 'quantity') return spot.control
  if (what.endsWith('button') || what === 'way to the checkout') return spot.button
  const [stage, field] = what.split(' ')
  return stage === 'page' || field === 'line' || field === 'total' ? spot.at : spot.within
}

export type Standing = 'found' | 'by hand' | 'other' | 'missing'

/** How sure a thing of the map is: what stands there may not be what has to. */
export function standing(thing: MappedThing): Standing {
  if (thing.key === null) return 'missing'
  if (thing.expected !== null && thing.reads !== null && !reads(thing)) return 'other'
  return thing.byHand ? 'by hand' : 'found'
}

/** Whether what is read has the figures and words that were expected there. */
function reads(thing: MappedThing): boolean {
  const plain = (text: string) => text.toLowerCase().replace(/[^\p{L}\p{N}]+/gu, '')
  const expected = plain(thing.expected ?? '')
  return expected === '' || plain(thing.reads ?? '').includes(expected)
}
