import type { Cart, CodeRegister, Facts, Order } from '@novalex/core'
import { Type, type Static } from '@sinclair/typebox'
import { choice, Count, Id, InstantText, Money, Nullable, strict, typed } from './basicSchema.ts'
import { CategorySchema, ProductSchema, PromotionSchema, StoreSchema } from './planSchema.ts'

export const CartSchema = typed<Cart>()(
  Type.Object(
    {
      lines: Type.Array(Type.Object({ sku: Id, quantity: Type.Integer({ minimum: 1, maximum: 1_000_000 }) }, strict), {
        maxItems: 500,
      }),
      codes: Type.Array(Type.String({ maxLength: 64 }), { maxItems: 50 }),
      channel: Id,
      delivery: Nullable(Type.Object({ option: Id, price: Money, country: Id }, strict)),
      shopper: Nullable(
        Type.Object(
          {
            id: Id,
            groups: Type.Array(Id, { maxItems: 100 }),
            tags: Type.Array(Id, { maxItems: 100 }),
            audiences: Type.Optional(Type.Array(Id, { maxItems: 100 })),
            orders: Count,
            spent: Money,
            bought: Type.Array(Id, { maxItems: 1000 }),
          },
          strict,
        ),
      ),
    },
    strict,
  ),
)

export const FactsSchema = typed<Facts>()(
  Type.Record(
    Type.String(),
    Type.Object(
      {
        uses: Type.Optional(Count),
        usesByShopper: Type.Optional(Count),
        unitsSold: Type.Optional(Count),
        discountGiven: Type.Optional(Money),
      },
      strict,
    ),
  ),
)

export const CodeRegisterSchema = typed<CodeRegister>()(
  Type.Record(Type.String(), Type.Object({ promotion: Id, state: choice('open', 'used', 'void') }, strict)),
)

/** Stock by SKU, overriding the catalogue; null: unlimited. */
export const StockSchema = typed<NonNullable<Order['stock']>>()(Type.Record(Type.String(), Nullable(Count)))

/** One priced case in a file: the plan, the catalogue and the order together. Source: docs/plan-file.md. */
export const QuoteCaseSchema = Type.Object(
  {
    now: InstantText,
    store: StoreSchema,
    catalogue: Type.Object(
      {
        categories: Type.Array(CategorySchema),
        products: Type.Array(ProductSchema),
        sets: Type.Array(Type.Object({ id: Id, skus: Type.Array(Id) }, strict)),
      },
      strict,
    ),
    plan: Type.Object({ promotions: Type.Array(PromotionSchema) }, strict),
    /** Partner channels. */
    partners: Type.Optional(Type.Array(Id)),
    cart: CartSchema,
    facts: Type.Optional(FactsSchema),
    codes: Type.Optional(CodeRegisterSchema),
  },
  strict,
)

export type QuoteCase = Static<typeof QuoteCaseSchema>
