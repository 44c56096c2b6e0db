import { Type, type Static } from '@sinclair/typebox'
import type { ShopperRow } from '@novalex/core'
import { choice, Count, Id, Money, strict, typed } from './basicSchema.ts'

/** Ascending, or with `-` descending; `orders` and `spent` in all. */
const SHOPPER_ORDERS = ['name', '-name', 'orders', '-orders', 'spent', '-spent'] as const
export type ShopperOrder = (typeof SHOPPER_ORDERS)[number]

export const ShoppersQuery = Type.Object(
  {
    search: Type.Optional(Type.String({ maxLength: 200 })),
    /** By name unless it is said. */
    order: Type.Optional(choice(...SHOPPER_ORDERS)),
    page: Type.Optional(Type.String({ pattern: '^[1-9]\\d{0,6}$' })),
    /** Shoppers a page: 20 unless it is said. */
    size: Type.Optional(Type.String({ pattern: '^([1-9]|[1-9]\\d|100)$' })),
  },
  strict,
)

const ShopperSchema = typed<ShopperRow>()(
  Type.Object(
    {
      id: Id,
      name: Type.String(),
      groups: Type.Array(Id),
      tags: Type.Array(Id),
      orders: Count,
      spent: Money,
      bought: Type.Array(Id),
    },
    strict,
  ),
)

/** The known shoppers whose name or id holds the text: how many, and a page of them. */
export const ShoppersAnswer = Type.Object({ total: Type.Integer(), shoppers: Type.Array(ShopperSchema) }, strict)
export type ShoppersAnswer = Static<typeof ShoppersAnswer>

const ShopperLabel = Type.Object({ label: Type.String(), shoppers: Type.Integer() }, strict)

/** Groups and tags of the known shoppers, at most 200 of each. */
export const ShopperLabelsAnswer = Type.Object(
  { groups: Type.Array(ShopperLabel), tags: Type.Array(ShopperLabel) },
  strict,
)
export type ShopperLabelsAnswer = Static<typeof ShopperLabelsAnswer>
