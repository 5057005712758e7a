/** The setup document as the interface reads it: only to show it, never to judge it. */
export interface Condition {
  all?: Condition[]
  any?: Condition[]
  not?: Condition
  option?: string
  is?: string | string[] | boolean
  filled?: boolean
  picks?: { atLeast?: number; atMost?: number }
  quantity?: { atLeast?: number; atMost?: number }
  atLeast?: string
  atMost?: string
  above?: string
  below?: string
}

export interface ChargeForm {
  how: string
  amount?: string
  rate?: string
  of?: string
  per?: string
  free?: number
  skipSpaces?: boolean
  expr?: string
  min?: string
  max?: string
  steps?: { from: number; amount?: string; rate?: string }[]
}
export type Charge = string | number | ChargeForm

/** A charge of the whole setup, beside what it is called and when it is active. */
export interface SetupCharge extends ChargeForm {
  id?: string
  label?: string
  when?: Condition
}

export interface Value {
  code: string
  label?: string
  charge?: Charge
  weight?: string
  stock?: string | number
  sku?: string
  default?: boolean
  hidden?: boolean
  allowedWhen?: Condition
  item?: string
  line?: string
  free?: boolean
  image?: string
  figures?: Record<string, string>
  cost?: string
  swatch?: string
}

export interface Option {
  code: string
  label?: string
  kind: string
  required?: boolean
  shownWhen?: Condition
  help?: string
  control?: string | string[]
  section?: string
  styled?: string[]
  default?: unknown
  stages?: string[]
  values?: Value[]
  yes?: Partial<Value>
  charge?: Charge
  picks?: { min?: number; max?: number }
  length?: { min?: number; max?: number; measure?: string }
  lines?: { max?: number }
  allow?: string
  pattern?: string
  min?: string
  max?: string
  step?: string
  decimals?: number
  unit?: string
  earliest?: string
  latest?: string
  weekdays?: number[]
  closed?: string[]
  types?: string[]
  maxBytes?: number
  files?: { min?: number; max?: number }
  pixels?: { minWidth?: number; minHeight?: number }
  colours?: string[]
}

export interface Row {
  pick: Record<string, string | boolean | string[]>
  sku?: string
  price?: string
  salePrice?: string
  stock?: string | number
  weight?: string
  image?: string
}

export interface ViewPlace {
  code: string
  label?: string
  shape?: string
  box?: { x: string; y: string; width: string; height: string }
  points?: [string, string][]
  takes?: string[]
  most?: number
  fixed?: string[]
}

export interface View {
  code: string
  label?: string
  image?: string
  pixels?: { width: number; height: number }
  places?: ViewPlace[]
}

export interface SetupDocument {
  name: string
  currency: string
  item: {
    sku: string
    name: string
    price: string
    image?: string
    salePrice?: string
    weight?: string
    stock?: string | number
    cost?: string
    size?: { length: string; width: string; height: string; unit: string }
    backorder?: boolean
    data?: { code: string; label: string; value: string; stages?: string[] }[]
  }
  quantity?: { min?: number; max?: number; step?: number }
  parts?: { sku: string; name?: string; price?: string; weight?: string; stock?: string | number }[]
  options: Option[]
  variants?: { by?: string[]; rows?: Row[] }
  charges?: SetupCharge[]
  guards?: { id?: string; never?: Condition; always?: Condition; because?: string }[]
  rounding?: { mode?: string; at?: string }
  views?: View[]
  levels?: { code: string; label?: string; amount?: string; percent?: string; of?: string }[]
  appliesTo?: { skus?: string[]; categories?: string[]; tags?: string[]; all?: boolean; except?: string[] }
}

export const KINDS: Record<string, string> = {
  one: 'pick one',
  several: 'pick several',
  flag: 'yes or not',
  part: 'a part',
  text: 'text',
  number: 'number',
  date: 'date',
  file: 'files',
  colour: 'a colour',
  note: 'notice',
}
