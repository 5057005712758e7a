import type { SetupDocument } from '../desk/document'
import { charge, condition, decimal, flag, group, list, text, whole, type Field } from '../desk/field'
import { FILLED_IN, KINDS, LIMITS, TYPED } from '../desk/kinds'
import { SECTIONS, STAGES } from './sections'

// A line for each thing that a document can say.

export const SETUP: Field[] = [
  text('name', 'Name of the setup'),
  text('currency', 'Currency'),
  group('item', 'Item', [
    text('sku', 'SKU'),
    text('name', 'Name'),
    decimal('price', 'Price'),
    decimal('salePrice', 'Sale price'),
    decimal('cost', 'Cost'),
    decimal('weight', 'Weight'),
    whole('points', 'Points'),
    whole('stock', 'Stock'),
    flag('backorder', 'Sold without stock too'),
    text('image', 'Picture'),
    group('size', 'Package', [
      decimal('length', 'Length'),
      decimal('width', 'Width'),
      decimal('height', 'Height'),
      text('unit', 'Unit'),
    ]),
  ]),
  group('quantity', 'Quantity', [whole('min', 'Least'), whole('max', 'Most'), whole('step', 'Step')]),
  group('rounding', 'Rounding', [
    {
      key: 'mode',
      words: 'Mode',
      how: 'choice',
      choices: ['half-up', 'half-even', 'half-down', 'up', 'down'],
    },
    { key: 'at', words: 'At', how: 'choice', choices: ['effect', 'unit', 'line'] },
  ]),
  group('appliesTo', 'Applies to', [
    flag('all', 'Every item'),
    list('skus', 'SKUs'),
    list('categories', 'Categories'),
    list('tags', 'Tags'),
    list('except', 'Except SKUs'),
  ]),
]

export const OPTION: Field[] = [
  text('label', 'Label'),
  text('code', 'Code'),
  { key: 'kind', words: 'Kind', how: 'choice', choices: KINDS },
  flag('required', 'Required'),
  condition('shownWhen', 'Shown when'),
  text('help', 'Help'),
  text('section', 'Under the heading'),
  ...LIMITS,
  text('default', 'Filled in beforehand', { kinds: FILLED_IN }),
  flag('default', 'Ticked beforehand', { kinds: ['flag'] }),
  { ...charge, kinds: ['several', ...TYPED] },
  group(
    'yes',
    'Yes',
    [
      charge,
      decimal('weight', 'Weight'),
      whole('points', 'Points'),
      text('sku', 'SKU'),
      text('image', 'Picture'),
      decimal('cost', 'Cost'),
    ],
    { kinds: ['flag'] },
  ),
  list('control', 'Shown as', { hint: 'list, buttons, swatches, tiles, box; two that must agree' }),
  list('stages', 'Seen at', { hint: STAGES }),
]

export const VALUE: Field[] = [
  text('label', 'Label'),
  text('code', 'Code'),
  charge,
  text('item', 'Part (SKU)', { short: 'Part' }),
  flag('free', 'The part is free'),
  { key: 'line', words: 'The part is', short: 'Line', how: 'choice', choices: ['inside', 'own'] },
  condition('allowedWhen', 'Only when'),
  whole('stock', 'Stock'),
  text('sku', 'SKU'),
  decimal('weight', 'Weight'),
  whole('points', 'Points'),
  decimal('cost', 'Cost'),
  text('image', 'Picture'),
  text('swatch', 'Swatch'),
  { key: 'figures', words: 'Figures', how: 'figures', hint: 'rate 0.35, depth 2' },
  flag('default', 'Preselected', { short: 'Preset' }),
  flag('hidden', 'Kept for later', { short: 'Later' }),
]

export const ROW: Field[] = [
  text('sku', 'SKU'),
  decimal('price', 'Price'),
  decimal('salePrice', 'Sale price'),
  decimal('cost', 'Cost'),
  whole('stock', 'Stock'),
  decimal('weight', 'Weight'),
  text('image', 'Picture'),
]

/** What a variant row picks of the options that rows go by. */
export function pickFields(setup: SetupDocument): Field {
  const fields = (setup.variants?.by ?? []).map((code): Field => {
    const option = setup.options.find((o) => o.code === code)
    const words = option?.label ?? code
    if (option?.kind === 'flag') return flag(code, words)
    if (option?.kind === 'several') return list(code, words)
    const values = option?.values ?? []
    const named = Object.fromEntries(values.map((v) => [v.code, v.label ?? v.code]))
    return { key: code, words, how: 'choice', choices: values.map((v) => v.code), named }
  })
  return group('pick', 'Picks', fields)
}

export const VIEW: Field[] = [
  text('label', 'Label'),
  text('code', 'Code'),
  text('image', 'Picture'),
  group('pixels', 'Pixels', [whole('width', 'Width'), whole('height', 'Height')]),
]

export const PLACE: Field[] = [
  text('label', 'Label'),
  text('code', 'Code'),
  { key: 'shape', words: 'Shape', how: 'choice', choices: ['box', 'ellipse', 'polygon'] },
  group('box', 'Per cent of the picture', [
    decimal('x', 'From the left'),
    decimal('y', 'From the top'),
    decimal('width', 'Width'),
    decimal('height', 'Height'),
  ]),
  { key: 'points', words: 'Points', how: 'points', hint: '20 15, 80 15, 50 55' },
  list('takes', 'Takes (codes)'),
  whole('most', 'Most at a time'),
  list('fixed', 'The shopper cannot', { hint: 'move, turn, resize' }),
]

/** The fields of what a JSON Pointer leads to, and the place whose fields they are. */
export function fieldsAt(pointer: string): { at: string; fields: Field[]; what: string } {
  const parts = pointer.split('/').slice(1)
  const upTo = (n: number): string => `/${parts.slice(0, n).join('/')}`
  const section = SECTIONS.find(
    ({ path }) => path.every((step, i) => parts[i] === step) && parts[path.length],
  )
  if (section) return { at: upTo(section.path.length + 1), fields: section.fields, what: section.what }
  if (parts[0] === 'options' && parts[1] !== undefined)
    return parts[2] === 'values' && parts[3] !== undefined
      ? { at: upTo(4), fields: VALUE, what: 'Value' }
      : { at: upTo(2), fields: OPTION, what: 'Option' }
  if (parts[0] === 'variants' && parts[1] === 'rows' && parts[2] !== undefined)
    return { at: upTo(3), fields: ROW, what: 'Variant row' }
  if (parts[0] === 'views' && parts[1] !== undefined)
    return parts[2] === 'places' && parts[3] !== undefined
      ? { at: upTo(4), fields: PLACE, what: 'Place' }
      : { at: upTo(2), fields: VIEW, what: 'Picture' }
  return { at: '', fields: SETUP, what: 'Setup' }
}
