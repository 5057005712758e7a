import type { Option, Row, SetupDocument } from '../desk/document'

/** A label without the mark that tells the shopper an answer is required. */
export function plainLabel(label: string): string {
  return label.replace(/\s*\*$/, '')
}

const named = new WeakMap<Option[], Map<string, Option>>()

/** Options by their codes, looked through once a document; the first of one code counts. */
function optionNamed(setup: SetupDocument, code: string): Option | undefined {
  let byCode = named.get(setup.options)
  if (!byCode) {
    byCode = new Map([...setup.options].reverse().map((o) => [o.code, o]))
    named.set(setup.options, byCode)
  }
  return byCode.get(code)
}

function valueWord(option: Option | undefined, code: string): string {
  return option?.values?.find((v) => v.code === code)?.label ?? `“${code}”`
}

/** What a variant row asks of an option that it goes by. */
export function rowWords(setup: SetupDocument, row: Row, code: string): string {
  return pickWords(optionNamed(setup, code), row.pick, code)
}

/** The same of an option that is at hand; undefined where no option has the code. */
export function pickWords(option: Option | undefined, pick: Row['pick'], code: string): string {
  const wanted = pick?.[code]
  if (wanted === undefined || wanted === false) return 'none'
  if (wanted === true) return 'yes'
  return (Array.isArray(wanted) ? wanted : [wanted]).map((w) => valueWord(option, w)).join('; ')
}

/** A place of the document as one speaks of it: the option and value by their labels, else what it is part of. */
export function placeWords(setup: SetupDocument, at: string): string {
  const [, part, number, inner, which] = at.split('/')
  const option = part === 'options' ? setup.options[Number(number)] : undefined
  if (option) {
    const value = inner === 'values' ? option.values?.[Number(which)] : undefined
    const label = plainLabel(option.label ?? option.code)
    return value ? `${label}: ${value.label}` : label
  }
  if (part === 'variants' && inner) return `Variant row ${Number(inner) + 1}`
  return part ? part.charAt(0).toUpperCase() + part.slice(1) : setup.name
}
