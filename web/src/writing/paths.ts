/** The steps to a place in a document: keys of objects and places in lists. */
export type JSONPath = (string | number)[]

/** The steps of a JSON Pointer; places in lists are numbers. */
export function pathOf(pointer: string): JSONPath {
  return pointer
    .split('/')
    .slice(1)
    .map((step) => (/^\d+$/.test(step) ? Number(step) : step.replaceAll('~1', '/').replaceAll('~0', '~')))
}

export function pointerOf(path: JSONPath): string {
  return path.map((step) => `/${String(step).replaceAll('~', '~0').replaceAll('/', '~1')}`).join('')
}

/** What stands at a place; undefined where nothing does. */
export function valueAt(document: unknown, path: JSONPath): unknown {
  let node = document
  for (const step of path) {
    if (typeof node !== 'object' || node === null) return undefined
    node = (node as Record<string, unknown>)[step]
  }
  return node
}

/** A code that is not taken: of a label in small Latin letters, with a number where it is doubled. */
export function freshCode(label: string, taken: string[]): string {
  const plain = label
    .normalize('NFD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '_')
    .replace(/^_+|_+$/g, '')
  const code = /^[a-z]/.test(plain) ? plain : `o_${plain}`.replace(/_$/, '')
  for (let n = 1; ; ++n) {
    const each = n === 1 ? code : `${code}_${n}`
    if (!taken.includes(each)) return each
  }
}

/** A list, or the one before where that has the same members: what is worked out of it then stays as it is. */
export function sameList<T>(before: T[] | undefined, now: T[]): T[] {
  return before?.length === now.length && now.every((member, i) => member === before[i]) ? before : now
}
