import type { Rounding, Value } from '@novalex/core'
import { Type, type TSchema } from '@sinclair/typebox'
import { choice, Id, MAX_MONEY, Money, strict, typed } from '../basicSchema.ts'
import { TEXT_LIMITS } from '../limits.ts'

const Percent = Type.Object({ percent: Type.Integer() }, strict)
const PercentOf = Type.Object({ percent: Type.Integer(), of: Type.Optional(choice('regular', 'current')) }, strict)
const AmountPerUnit = Type.Object({ amount: Money, per: Type.Literal('unit') }, strict)
const AmountOnce = Type.Object({ amount: Money, per: Type.Literal('once') }, strict)
const Amount = Type.Object({ amount: Money, per: choice('unit', 'once') }, strict)
const Price = Type.Object({ price: Money }, strict)

/** Allowed values, by phase. */
export const MarkdownValue = typed<Value>()(Type.Union([PercentOf, AmountPerUnit, Price]))
export const UnitValue = typed<Value>()(Type.Union([PercentOf, Amount, Price]))
export const OrderValue = typed<Value>()(Type.Union([Percent, AmountOnce]))
export const DeliveryValue = typed<Value>()(Type.Union([Percent, AmountOnce, Price]))
export const SurchargeValue = typed<Value>()(Type.Union([Percent, Amount]))
/** Value of a ladder's rung; `checkPromotion` checks that it fits the mechanic. */
export const AnyValue = UnitValue

export const RoundingSchema = typed<Rounding>()(
  Type.Object(
    {
      to: choice('nearest', 'up', 'down'),
      step: Type.Integer({ minimum: 1, maximum: MAX_MONEY }),
      ending: Type.Optional(Money),
    },
    strict,
  ),
)

/** A price for each product, by SKU. */
export const PriceList = Type.Record(Id, Money, {
  minProperties: 1,
  maxProperties: TEXT_LIMITS.priced,
})

export const Repeat = Type.Union([choice('once', 'every'), Type.Integer({ minimum: 1, maximum: 1_000_000 })])
export const PickOrder = Type.Optional(choice('dearest', 'cheapest'))
export const Quantity = Type.Integer({ minimum: 1, maximum: 1_000_000 })
export const tiers = <F extends TSchema, V extends TSchema>(from: F, value: V) =>
  Type.Array(Type.Object({ from, value }, strict), { minItems: 1, maxItems: 50 })
