import type { JSONPath } from './paths'

/** A value or a property in the text of a JSON document: where it stands, and what it holds. */
export interface Spot {
  type: 'object' | 'array' | 'plain' | 'property'
  offset: number
  length: number
  parent: Spot | null
  /** Of a property: how long its key is written. */
  keyLength: number
}

const [QUOTE, COMMA, COLON] = [34, 44, 58]
const [OBJECT, OBJECT_END, LIST, LIST_END] = [123, 125, 91, 93]

/** A string; a number or a word; what stands between two brackets. */
const STRING = /"[^"\\]*(?:\\.[^"\\]*)*"/y
const PLAIN = /[^ \t\r\n,\]}]+/y
const BETWEEN = /(?:[^"{}[\]]+|"[^"\\]*(?:\\.[^"\\]*)*")+/y

/**
 * Finds places in the text of a JSON document that was read before, so its grammar is known to hold. Only what leads to a
 * place is looked at: a tree of a megabyte would take longer to make than an edit may take to be seen.
 */
export class Spots {
  readonly root: Spot
  private readonly known = new Map<Spot, Spot[]>()

  constructor(private readonly text: string) {
    const offset = this.blanks(text.startsWith('\uFEFF') ? 1 : 0)
    this.root = this.value(offset, null)
  }

  /** The value at a path; null where there is none. */
  find(path: JSONPath): Spot | null {
    let spot: Spot | null = this.root
    for (const step of path) {
      if (spot.type === 'array' && typeof step === 'number') spot = this.members(spot)[step] ?? null
      else if (spot.type === 'object' && typeof step === 'string') {
        const property: Spot | undefined = this.members(spot).find((m) => this.key(m) === step)
        spot = property ? this.valueOf(property) : null
      } else return null
      if (!spot) return null
    }
    return spot
  }

  /** Properties of an object, or members of a list, in the order of the text. */
  members(spot: Spot): Spot[] {
    const known = this.known.get(spot)
    if (known) return known
    const members: Spot[] = []
    if (spot.type === 'object' || spot.type === 'array') {
      const end = spot.offset + spot.length - 1
      let at = this.blanks(spot.offset + 1)
      while (at < end) {
        const member: Spot = spot.type === 'array' ? this.value(at, spot) : this.property(at, spot)
        members.push(member)
        at = this.blanks(member.offset + member.length)
        if (this.text.charCodeAt(at) === COMMA) at = this.blanks(at + 1)
      }
    }
    this.known.set(spot, members)
    return members
  }

  private key(property: Spot): string {
    return JSON.parse(this.text.slice(property.offset, property.offset + property.keyLength)) as string
  }

  private valueOf(property: Spot): Spot {
    const own = this.known.get(property)?.[0]
    if (own) return own
    const value = this.value(this.afterColon(property.offset + property.keyLength), property)
    this.known.set(property, [value])
    return value
  }

  private property(offset: number, parent: Spot): Spot {
    const keyLength = this.string(offset) - offset
    const value = this.afterColon(offset + keyLength)
    return { type: 'property', offset, length: this.end(value) - offset, parent, keyLength }
  }

  private value(offset: number, parent: Spot | null): Spot {
    const code = this.text.charCodeAt(offset)
    const type = code === OBJECT ? 'object' : code === LIST ? 'array' : 'plain'
    return { type, offset, length: this.end(offset) - offset, parent, keyLength: 0 }
  }

  private afterColon(at: number): number {
    const colon = this.blanks(at)
    return this.blanks(this.text.charCodeAt(colon) === COLON ? colon + 1 : colon)
  }

  private blanks(at: number): number {
    let i = at
    for (let code = this.text.charCodeAt(i); code === 32 || (code >= 9 && code <= 13);)
      code = this.text.charCodeAt(++i)
    return i
  }

  /** Behind the string that begins here. */
  private string(at: number): number {
    STRING.lastIndex = at
    STRING.test(this.text)
    return STRING.lastIndex
  }

  /** Behind the value that begins here. */
  private end(at: number): number {
    const first = this.text.charCodeAt(at)
    if (first === QUOTE) return this.string(at)
    if (first !== OBJECT && first !== LIST) {
      PLAIN.lastIndex = at
      PLAIN.test(this.text)
      return PLAIN.lastIndex
    }
    let depth = 0
    let i = at
    do {
      const code = this.text.charCodeAt(i)
      if (code === OBJECT || code === LIST) ++depth
      else if (code === OBJECT_END || code === LIST_END) --depth
      else return this.text.length
      // From one bracket to the next at once: a loop over characters takes ten times as long.
      BETWEEN.lastIndex = ++i
      if (depth > 0 && BETWEEN.test(this.text)) i = BETWEEN.lastIndex
    } while (depth > 0)
    return i
  }
}
