import type { Shape, ViewPlace } from '../desk/document'

export const SHAPES: Shape[] = ['box', 'ellipse', 'polygon']

/** A polygon is told by its points, whether it says so or not. */
export function shapeOf(place: ViewPlace): Shape {
  return place.points ? 'polygon' : (place.shape ?? 'box')
}

/** A point of a picture, in per cent from its upper left corner. */
export interface Point {
  x: number
  y: number
}
export interface Box {
  x: number
  y: number
  width: number
  height: number
}

/** Smaller is a click, not a drawing. */
export const LEAST = 1

const within = (n: number): number => Math.min(100, Math.max(0, n))
const tenth = (n: number): string => String(Math.round(n * 10) / 10)

export function boxOf(place: ViewPlace): Box {
  if (place.points?.length) {
    const xs = place.points.map(([x]) => Number(x))
    const ys = place.points.map(([, y]) => Number(y))
    const [x, y] = [Math.min(...xs), Math.min(...ys)]
    return { x, y, width: Math.max(...xs) - x, height: Math.max(...ys) - y }
  }
  const [x, y, width, height] = [place.box?.x, place.box?.y, place.box?.width, place.box?.height].map((n) =>
    Number(n ?? 0),
  )
  return { x: x ?? 0, y: y ?? 0, width: width ?? 0, height: height ?? 0 }
}

/** The box between two corners, whichever they are. */
export function between(a: Point, b: Point): Box {
  const [left, right] = [within(Math.min(a.x, b.x)), within(Math.max(a.x, b.x))]
  const [top, bottom] = [within(Math.min(a.y, b.y)), within(Math.max(a.y, b.y))]
  return { x: left, y: top, width: right - left, height: bottom - top }
}

/** A place as it is after it was moved, within the picture. */
export function moved(place: ViewPlace, by: Point): ViewPlace {
  const box = boxOf(place)
  const dx = Math.min(100 - box.x - box.width, Math.max(-box.x, by.x))
  const dy = Math.min(100 - box.y - box.height, Math.max(-box.y, by.y))
  return place.points?.length
    ? { ...place, points: place.points.map(([x, y]) => [tenth(Number(x) + dx), tenth(Number(y) + dy)]) }
    : { ...place, box: written({ ...box, x: box.x + dx, y: box.y + dy }) }
}

/** A place whose lower right corner was drawn to a point; of a polygon the point that was taken hold of. */
export function resized(place: ViewPlace, to: Point, corner: number): ViewPlace {
  if (place.points?.length)
    return {
      ...place,
      points: place.points.map((p, i) => (i === corner ? [tenth(within(to.x)), tenth(within(to.y))] : p)),
    }
  const { x, y } = boxOf(place)
  const box = between({ x, y }, { x: Math.max(to.x, x + LEAST), y: Math.max(to.y, y + LEAST) })
  return { ...place, box: written(box) }
}

export function written(box: Box): { x: string; y: string; width: string; height: string } {
  return { x: tenth(box.x), y: tenth(box.y), width: tenth(box.width), height: tenth(box.height) }
}

/** The corners that can be taken hold of: of a polygon every point, else the lower right one. */
export function handles(place: ViewPlace): Point[] {
  if (place.points?.length) return place.points.map(([x, y]) => ({ x: Number(x), y: Number(y) }))
  const box = boxOf(place)
  return [{ x: box.x + box.width, y: box.y + box.height }]
}

/** The same area in another shape: a polygon begins as the corners of its box. */
export function shaped(place: ViewPlace, shape: Shape): ViewPlace {
  const box = boxOf(place)
  const rest: ViewPlace = { ...place, shape }
  delete rest.box
  delete rest.points
  if (shape !== 'polygon') return { ...rest, box: written(box) }
  const [right, bottom] = [box.x + box.width, box.y + box.height]
  const corners: [number, number][] = [
    [box.x, box.y],
    [right, box.y],
    [right, bottom],
    [box.x, bottom],
  ]
  return { ...rest, points: corners.map(([x, y]) => [tenth(x), tenth(y)]) }
}
