import { Type, type Static } from '@sinclair/typebox'
import { choice, Id, InstantText, Nullable, ShopperName, strict, Version, Whole } from './basicSchema.ts'
import { Sum } from './outcomeSchema.ts'
import { ShopCart, ShopCartAnswer } from './shopSchema.ts'

/** A key that the client makes up for one order: asked again with it, the same order is answered. */
export const OrderHeaders = Type.Object({
  /** Required; without it the order is refused as `idempotency-key-missing`. */
  'idempotency-key': Type.Optional(Type.String({ minLength: 1, maxLength: 64, pattern: '^[!-~]+$' })),
})

const EMAIL_LENGTH = 254

export const OrderRequest = Type.Object(
  {
    cart: Type.Object(
      { ...ShopCart.properties, lines: Type.Array(ShopCart.properties.lines.items, { minItems: 1, maxItems: 500 }) },
      strict,
    ),
    /** Total and gifts by SKU, as shown to the shopper. */
    expected: Type.Object({ grand: Sum, gifts: Type.Record(Type.String({ maxLength: 64 }), Version) }, strict),
    /** Optional for known shoppers. */
    buyer: Type.Optional(
      Type.Object(
        {
          email: Type.String({ minLength: 1, maxLength: EMAIL_LENGTH }),
          name: ShopperName,
          consent: Type.Optional(Type.Boolean()),
        },
        strict,
      ),
    ),
  },
  strict,
)
export type OrderRequest = Static<typeof OrderRequest>

export const OrderAnswer = Type.Object(
  {
    order: Type.Object(
      {
        id: Id,
        number: Id,
        placedAt: InstantText,
        release: Nullable(Version),
        grand: Sum,
        /** As a cart is answered, without nudges. */
        receipt: ShopCartAnswer,
      },
      strict,
    ),
  },
  strict,
)
export type OrderAnswer = Static<typeof OrderAnswer>

/** Of orders, the newest first. */
export const OrdersQuery = Type.Object(
  {
    /** A number, a shopper’s id or name, an address, a SKU or a code, or the beginning of one. */
    search: Type.Optional(Type.String({ maxLength: 200 })),
    promotion: Type.Optional(Id),
    /** Only orders before this one. */
    before: Type.Optional(Type.String({ pattern: '^[1-9]\\d{0,15}$' })),
  },
  strict,
)

const OrderState = choice('placed', 'cancelled', 'past')

const summary = {
  id: Id,
  number: Id,
  placedAt: InstantText,
  /** `past`: imported by a file. */
  state: OrderState,
  shopper: Nullable(Type.Object({ id: Id, name: Type.String() }, strict)),
  /** Of whom it was placed for; null for whoever may not read it. */
  email: Nullable(Type.String()),
  name: Nullable(Type.String()),
  channel: Id,
  units: Whole,
  grand: Sum,
  codes: Type.Array(Type.String()),
  /** The promotions that made it, by id. */
  promotions: Type.Array(Id),
}
export const OrderSummary = Type.Object(summary, strict)
export type OrderSummary = Static<typeof OrderSummary>
export const OrdersAnswer = Type.Object({ orders: Type.Array(OrderSummary), hasMore: Type.Boolean() }, strict)
export type OrdersAnswer = Static<typeof OrdersAnswer>

export const OrderDetail = Type.Object(
  {
    ...summary,
    release: Nullable(Version),
    delivery: Nullable(Type.Object({ option: Id, country: Id, paid: Sum }, strict)),
    lines: Type.Array(
      Type.Object({ sku: Id, name: Type.String(), quantity: Version, gift: Type.Boolean(), paid: Sum }, strict),
    ),
    /** Effect and usage of each promotion. */
    uses: Type.Array(
      Type.Object(
        { promotion: Id, name: Type.String(), code: Nullable(Type.String()), units: Whole, discount: Sum, added: Sum },
        strict,
      ),
    ),
    cancelled: Nullable(Type.Object({ at: InstantText, by: Type.String() }, strict)),
    /** As the shop answered it; null for one from a file. */
    receipt: Nullable(ShopCartAnswer),
  },
  strict,
)
export type OrderDetail = Static<typeof OrderDetail>
