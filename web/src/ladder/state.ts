import type { SetupDocument } from '../desk/document'

/** The state that pins and typed inputs make, in the form in which the server takes states. */
export function stateOf(
  setup: SetupDocument,
  pins: string[],
  typed: Record<string, string>,
  quantity: number | null,
): { pick: Record<string, unknown>; quantity?: number } {
  const pick: Record<string, unknown> = {}
  for (const pin of pins) {
    const cut = pin.indexOf('=')
    const code = pin.slice(0, cut)
    const value = pin.slice(cut + 1)
    const kind = setup.options.find((o) => o.code === code)?.kind
    if (value === '') continue
    if (kind === 'flag') pick[code] = true
    else if (kind === 'several') pick[code] = [...((pick[code] as string[] | undefined) ?? []), value]
    else pick[code] = value
  }
  for (const [code, text] of Object.entries(typed)) {
    const kind = setup.options.find((o) => o.code === code)?.kind
    pick[code] =
      kind === 'file'
        ? text
            .split(';')
            .map((name) => name.trim())
            .filter((name) => name !== '')
        : text
  }
  return quantity === null ? { pick } : { pick, quantity }
}
