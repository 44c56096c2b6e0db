import type { Markdown, Mechanic, Rounding, Value } from '@novalex/core'
import { Type, type TSchema } from '@sinclair/typebox'
import { choice, Id, Ids, MAX_MONEY, Money, ReachSchema, strict, tagged, TEXT_LIMITS, typed } from './basicSchema.ts'

const Percent = Type.Object({ percent: Type.Integer() }, strict)
const PercentOf = Type.Object({ percent: Type.Integer(), of: Type.Optional(choice('regular', 'current')) }, strict)
const AmountPerUnit = Type.Object({ amount: Money, per: Type.Literal('unit') }, strict)
const AmountOnce = Type.Object({ amount: Money, per: Type.Literal('once') }, strict)
const Amount = Type.Object({ amount: Money, per: choice('unit', 'once') }, strict)
const Price = Type.Object({ price: Money }, strict)

/** What a value may be, by phase. */
const MarkdownValue = typed<Value>()(Type.Union([PercentOf, AmountPerUnit, Price]))
const UnitValue = typed<Value>()(Type.Union([PercentOf, Amount, Price]))
const OrderValue = typed<Value>()(Type.Union([Percent, AmountOnce]))
const DeliveryValue = typed<Value>()(Type.Union([Percent, AmountOnce, Price]))
const SurchargeValue = typed<Value>()(Type.Union([Percent, Amount]))
/** What a rung of a ladder may be; what fits the mechanic is found by `checkPromotion`. */
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
const PriceListSchema = Type.Record(Id, Money, {
  minProperties: 1,
  maxProperties: TEXT_LIMITS.priced,
})

const MarkdownSchema = typed<Markdown>()(
  Type.Object(
    {
      kind: Type.Literal('markdown'),
      reach: ReachSchema,
      value: Type.Optional(MarkdownValue),
      bands: Type.Optional(
        Type.Array(Type.Object({ from: Money, value: MarkdownValue }, strict), { minItems: 1, maxItems: 50 }),
      ),
      prices: Type.Optional(PriceListSchema),
      rounding: Type.Optional(RoundingSchema),
    },
    strict,
  ),
)

const Repeat = Type.Union([choice('once', 'every'), Type.Integer({ minimum: 1, maximum: 1_000_000 })])
const Pick = Type.Optional(choice('dearest', 'cheapest'))
const Quantity = Type.Integer({ minimum: 1, maximum: 1_000_000 })
const tiers = (from: TSchema, value: TSchema) =>
  Type.Array(Type.Object({ from, value }, strict), { minItems: 1, maxItems: 50 })

const mechanicSchemas = [
  Type.Object(
    { kind: Type.Literal('price-steps'), reach: ReachSchema, prices: Type.Optional(PriceListSchema) },
    strict,
  ),
  MarkdownSchema,
  Type.Object(
    {
      kind: Type.Literal('item-discount'),
      reach: ReachSchema,
      value: UnitValue,
      maxUnits: Type.Optional(Quantity),
      pick: Pick,
    },
    strict,
  ),
  Type.Object(
    {
      kind: Type.Literal('quantity-break'),
      reach: ReachSchema,
      count: choice('sku', 'family', 'reach'),
      tiers: tiers(Quantity, UnitValue),
      on: choice('all', 'tier'),
    },
    strict,
  ),
  Type.Object({ kind: Type.Literal('spend-break'), reach: ReachSchema, tiers: tiers(Money, UnitValue) }, strict),
  Type.Object(
    {
      kind: Type.Literal('buy-get'),
      buy: Type.Object(
        {
          reach: ReachSchema,
          quantity: Type.Optional(Quantity),
          spend: Type.Optional(Type.Integer({ minimum: 1, maximum: MAX_MONEY })),
        },
        strict,
      ),
      get: Type.Object(
        {
          sameSku: Type.Optional(Type.Literal(true)),
          reach: Type.Optional(ReachSchema),
          quantity: Quantity,
          value: UnitValue,
        },
        strict,
      ),
      repeat: Repeat,
      pick: Pick,
      gift: Type.Optional(Type.Boolean()),
    },
    strict,
  ),
  Type.Object(
    {
      kind: Type.Literal('bundle'),
      parts: Type.Array(Type.Object({ reach: ReachSchema, quantity: Quantity }, strict), { minItems: 1, maxItems: 20 }),
      price: Money,
      repeat: Repeat,
      pick: Pick,
    },
    strict,
  ),
  Type.Object({ kind: Type.Literal('order-discount'), reach: ReachSchema, tiers: tiers(Money, OrderValue) }, strict),
  Type.Object(
    {
      kind: Type.Literal('delivery'),
      options: Type.Optional(Ids),
      tiers: tiers(Money, DeliveryValue),
      basis: choice('shelf', 'current'),
    },
    strict,
  ),
  Type.Object({ kind: Type.Literal('surcharge'), reach: ReachSchema, value: SurchargeValue }, strict),
]

/** Every mechanic of a plan file. */
export const MechanicSchema = tagged<Mechanic>('kind', mechanicSchemas)
