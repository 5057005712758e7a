/** Cells as a spreadsheet pastes them: rows of texts, parted by tabs. Null where it is one plain text. */
export function pastedCells(text: string): string[][] | null {
  const lines = text.replace(/\r\n?/g, '\n').replace(/\n$/, '').split('\n')
  if (lines.length === 1 && !text.includes('\t')) return null
  return lines.map((line) =>
    line.split('\t').map((cell) =>
      cell
        .replace(/^"(.*)"$/s, '$1')
        .replaceAll('""', '"')
        .trim(),
    ),
  )
}

/** Names typed at once, with the sign that parts them and what looks wrong, to be seen before they are taken. */
export interface BulkNames {
  separator: string
  names: string[]
  warnings: string[]
}

const SEPARATORS = [
  { sign: '\n', words: 'a new line' },
  { sign: ';', words: 'a semicolon' },
  { sign: '|', words: 'a bar' },
  { sign: ',', words: 'a comma' },
]

export function bulkNames(text: string, present: string[]): BulkNames {
  const used = SEPARATORS.find((s) => text.trim().includes(s.sign)) ?? { sign: '\n', words: 'a new line' }
  const all = text.split(used.sign).map((n) => n.trim())
  const warnings: string[] = []
  if (text.trim() !== '' && all[all.length - 1] === '' && used.sign !== '\n')
    warnings.push('The last one is blank: is one missing?')
  const inner = all.slice(0, -1).filter((n) => n === '').length
  if (inner > 0) warnings.push(`${inner} blank ${inner === 1 ? 'name is' : 'names are'} left out.`)
  const names = all.filter((n) => n !== '')
  const seen = new Set(present.map((p) => p.toLowerCase()))
  for (const name of names) {
    if (seen.has(name.toLowerCase())) warnings.push(`“${name}” is there twice.`)
    seen.add(name.toLowerCase())
    const other = SEPARATORS.find((s) => s.sign !== used.sign && s.sign !== ',' && name.includes(s.sign))
    if (other) warnings.push(`“${name}” has ${other.words} in it.`)
  }
  return { separator: used.words, names, warnings }
}

/** Every combination of some lists, the last varying fastest; null beyond a bound. */
export function combinations<T>(lists: T[][], most: number): T[][] | null {
  let all: T[][] = [[]]
  for (const list of lists) {
    if (all.length * list.length > most) return null
    all = all.flatMap((one) => list.map((value) => [...one, value]))
  }
  return all
}
