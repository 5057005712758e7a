import type { JSONPath } from './paths'
import { Spots, type Spot } from './spots'

/** What stands at a place from now on; undefined takes it out. */
export interface Change {
  path: JSONPath
  value: unknown
}

/** A piece of a text and what stands there instead. */
interface Edit {
  offset: number
  length: number
  content: string
}

const end = (node: Spot): number => node.offset + node.length

/** In one pass, however many there are. */
function applied(text: string, edits: Edit[]): string {
  const pieces: string[] = []
  let at = 0
  for (const edit of [...edits].sort((a, b) => a.offset - b.offset)) {
    pieces.push(text.slice(at, edit.offset), edit.content)
    at = edit.offset + edit.length
  }
  return pieces.join('') + text.slice(at)
}

/** How the text is written: its own way of parting and indenting is kept. */
class Style {
  private readonly unit: string
  private readonly eol: string
  private readonly isOneLine: boolean

  constructor(private readonly text: string) {
    this.unit = /\n([ \t]+)"/.exec(text)?.[1] ?? '  '
    this.eol = text.includes('\r\n') ? '\r\n' : '\n'
    this.isOneLine = !text.trimEnd().includes('\n')
  }

  /** The blanks before a member, as the text has them. */
  lead(member: Spot): string {
    return /\s*$/.exec(this.text.slice(Math.max(0, member.offset - 400), member.offset))?.[0] ?? ''
  }

  colon(property: Spot): string {
    const from = property.offset + property.keyLength
    return /^\s*:\s*/.exec(this.text.slice(from, from + 40))?.[0] ?? ': '
  }

  /** Blanks at the beginning of the line on which something stands. */
  indent(offset: number): string {
    const line = this.text.lastIndexOf('\n', offset - 1) + 1
    return /^[ \t]*/.exec(this.text.slice(line, line + 400))?.[0] ?? ''
  }

  /**
   * A value as it is written here: over several lines where what stands beside it is, else on one.
   *
   * @param like a member of the same list, where there is one
   */
  write(value: unknown, offset: number, like?: Spot): string {
    if (this.isOneLine || typeof value !== 'object' || value === null) return JSON.stringify(value)
    const isLong = like ? this.text.slice(like.offset, end(like)).includes('\n') : true
    if (!isLong) return inLine(value)
    const indent = like ? /[^\n]*$/.exec(this.lead(like))?.[0] : undefined
    return JSON.stringify(value, null, this.unit).replaceAll(
      '\n',
      this.eol + (like && this.lead(like).includes('\n') ? (indent ?? '') : this.indent(offset)),
    )
  }

  /** Around the first member of a list or object that was empty. */
  around(container: Spot): [string, string] {
    if (this.isOneLine) return ['', '']
    const indent = this.indent(container.offset)
    return [this.eol + indent + this.unit, this.eol + indent]
  }
}

/** JSON on one line, with a blank after commas and colons. */
function inLine(value: unknown): string {
  if (Array.isArray(value)) return `[${value.map(inLine).join(', ')}]`
  if (typeof value === 'object' && value !== null)
    return `{${Object.entries(value)
      .filter(([, own]) => own !== undefined)
      .map(([key, own]) => `${JSON.stringify(key)}: ${inLine(own)}`)
      .join(', ')}}`
  return JSON.stringify(value)
}

/** What is not there yet is made on the way to it. */
function nested(path: JSONPath, value: unknown): unknown {
  const [step, ...rest] = path
  if (step === undefined) return value
  const own = nested(rest, value)
  return typeof step === 'number' ? [own] : { [step]: own }
}

function inserted(
  text: string,
  style: Style,
  spots: Spots,
  container: Spot,
  key: string | number,
  value: unknown,
): Edit {
  const members = spots.members(container)
  const named = (like?: Spot, colon = ': '): string =>
    (typeof key === 'string' ? JSON.stringify(key) + colon : '') + style.write(value, container.offset, like)
  const last = members[members.length - 1]
  if (!last) {
    const [before, after] = style.around(container)
    const written = typeof value === 'object' ? inLine(value) : JSON.stringify(value)
    const own = typeof key === 'string' ? `${JSON.stringify(key)}: ${written}` : written
    return { offset: container.offset + 1, length: container.length - 2, content: before + own + after }
  }
  const next = typeof key === 'number' ? members[key] : undefined
  if (next) return { offset: next.offset, length: 0, content: `${named(next)},${style.lead(next)}` }
  const like = typeof key === 'string' ? undefined : last
  return {
    offset: end(last),
    length: 0,
    content: `,${style.lead(last)}${like ? named(like) : property(style, text, last, String(key), value)}`,
  }
}

/** A further property, written as the last one is. */
function property(style: Style, text: string, last: Spot, key: string, value: unknown): string {
  const isLong = style.lead(last).includes('\n')
  const own =
    typeof value === 'object' && value !== null && isLong && text.slice(last.offset, end(last)).includes('\n')
      ? style.write(value, last.offset, last)
      : typeof value === 'object' && value !== null
        ? inLine(value)
        : JSON.stringify(value)
  return JSON.stringify(key) + style.colon(last) + own
}

function removed(spots: Spots, container: Spot, member: Spot): Edit {
  const members = spots.members(container)
  const at = members.indexOf(member)
  const next = members[at + 1]
  if (next) return { offset: member.offset, length: next.offset - member.offset, content: '' }
  const before = members[at - 1]
  if (before) return { offset: end(before), length: end(member) - end(before), content: '' }
  return { offset: container.offset + 1, length: container.length - 2, content: '' }
}

/** The edit that makes a change; null where there is nothing to be done. */
function editOf(text: string, style: Style, spots: Spots, change: Change): Edit | null {
  const node = spots.find(change.path)
  if (node) {
    if (change.value !== undefined)
      return { offset: node.offset, length: node.length, content: style.write(change.value, node.offset) }
    const member = node.parent?.type === 'property' ? node.parent : node
    return member.parent ? removed(spots, member.parent, member) : null
  }
  if (change.value === undefined) return null
  for (let depth = change.path.length - 1; depth >= 0; --depth) {
    const container = spots.find(change.path.slice(0, depth))
    const key = change.path[depth]
    if (container && key !== undefined && ['object', 'array'].includes(container.type))
      return inserted(text, style, spots, container, key, nested(change.path.slice(depth + 1), change.value))
  }
  return null
}

function changeOne(text: string, change: Change): string {
  const edit = editOf(text, new Style(text), new Spots(text), change)
  return edit ? applied(text, [edit]) : text
}

function isPlain(value: unknown): boolean {
  return ['string', 'number', 'boolean'].includes(typeof value)
}

/**
 * Several changes of a text as one; each changes its own bytes and no others. Words and numbers put in place, and what is
 * added to the end of a list or object, take one reading of the text, however many there are; what is taken out or made of
 * parts follows one by one.
 */
export function changeAll(text: string, changes: Change[]): string {
  const spots = new Spots(text)
  const style = new Style(text)
  const edits: Edit[] = []
  const rest: Change[] = []
  const further = new Map<Spot, Edit>()
  for (const change of changes) {
    const key = change.path[change.path.length - 1]
    const node = spots.find(change.path)
    const container = node ? null : spots.find(change.path.slice(0, -1))
    const last = container ? spots.members(container).at(-1) : undefined
    const isMember = container?.type === 'array' ? typeof key === 'number' : isPlain(change.value)
    if (node?.type === 'plain' && isPlain(change.value))
      edits.push({ offset: node.offset, length: node.length, content: JSON.stringify(change.value) })
    else if (container && last && isMember && change.value !== undefined) {
      const edit = further.get(container) ?? { offset: end(last), length: 0, content: '' }
      const own =
        container.type === 'array'
          ? style.write(change.value, container.offset, last)
          : property(style, text, last, String(key), change.value)
      edit.content += `,${style.lead(last)}${own}`
      if (!further.has(container)) edits.push(edit)
      further.set(container, edit)
    } else rest.push(change)
  }
  return rest.reduce(changeOne, edits.length > 0 ? applied(text, edits) : text)
}

/** A member put into a list before the one that stands there. */
export function insertMember(text: string, list: JSONPath, index: number, value: unknown): string {
  const spots = new Spots(text)
  const container = spots.find(list)
  return container?.type === 'array'
    ? applied(text, [inserted(text, new Style(text), spots, container, index, value)])
    : changeOne(text, { path: list, value: [value] })
}

/** A member moved within its list; every member keeps its bytes, and what stands between them stays. */
export function moveMember(text: string, list: JSONPath, from: number, to: number): string {
  const spots = new Spots(text)
  const container = spots.find(list)
  const members = container ? spots.members(container) : []
  const moved = members[from]
  if (!moved || to < 0 || to >= members.length) return text
  const order = members.filter((m) => m !== moved)
  order.splice(to, 0, moved)
  return applied(
    text,
    members.map((m, i) => {
      const own = order[i] ?? m
      return { offset: m.offset, length: m.length, content: text.slice(own.offset, end(own)) }
    }),
  )
}
