import type * as made from './setupDocument'

// The setup document as the interface reads it: only to show it, never to judge it. Its JSON Schema says what each kind
// of option, charge and condition may hold; who shows them asks for a key whatever the kind is.

type Keys<U> = U extends unknown ? keyof U : never
type Of<U, K> = U extends unknown ? (K extends keyof U ? U[K] : never) : never
type Item<List> = List extends readonly (infer One)[] ? One : never

/** All that any alternative of a union may hold. */
type Any<U> = { [K in Keys<U>]?: Of<U, K> }

export type Condition = Any<made.Condition | made.ChargeCondition>

type ChargeAnywhere =
  Item<made.SetupDocument['charges']> | made.Charge | made.TextCharge | made.SeveralCharge | made.FileCharge
/** A charge of the whole setup, beside what it is called and when it is active. */
export type SetupCharge = Any<Exclude<ChargeAnywhere, made.Decimal>>
export type ChargeForm = Omit<SetupCharge, 'id' | 'label' | 'when'>
export type Charge = made.Decimal | ChargeForm

export type Value = Any<Item<Of<made.Option, 'values'>>> & { code: string }
export type Kind = made.Option['kind']
export type Option = Omit<Any<made.Option>, 'values'> & { code: string; kind: Kind; values?: Value[] }
export type Row = Item<NonNullable<made.SetupDocument['variants']>['rows']>
export type View = Item<made.SetupDocument['views']>
export type ViewPlace = Any<made.Place> & { code: string }
export type Shape = NonNullable<ViewPlace['shape']>
export type SetupDocument = Omit<made.SetupDocument, 'options'> & { options: Option[] }
