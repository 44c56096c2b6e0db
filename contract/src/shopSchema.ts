import type { CodeReason, KeptNudge, Mechanic } from '@novalex/core'
import { Type, type Static } from '@sinclair/typebox'
import { Id, InstantText, Money, Nullable, strict, Version } from './basicSchema.ts'
import { nudgeFields, ShownLack } from './outcomeSchema.ts'
import { CartSchema } from './orderSchema.ts'
import { MechanicSchema } from './mechanicSchema.ts'
import { ConditionSchema, DisplaySchema } from './planSchema.ts'

const Release = Nullable(Type.Integer({ minimum: 1 }))
const Kind = Type.Unsafe<Mechanic['kind']>(Type.String())

export const ShopCartRequest = Type.Object({ at: Type.Optional(InstantText), cart: CartSchema }, strict)
export type ShopCartRequest = Static<typeof ShopCartRequest>

/** What changed a price, as a shopper may read it: its kind, title and code, never its internal name. */
const Title = Nullable(Type.String())
const Cause = Type.Object({ kind: Kind, title: Title, code: Nullable(Type.String()), amount: Money }, strict)

/** A cart as the shop prices it. */
export const ShopCartAnswer = Type.Object(
  {
    release: Release,
    lines: Type.Array(
      Type.Object(
        {
          sku: Id,
          name: Type.String(),
          quantity: Type.Integer({ minimum: 1 }),
          gift: Type.Boolean(),
          regular: Money,
          total: Money,
          causes: Type.Array(Cause),
        },
        strict,
      ),
    ),
    delivery: Type.Object({ regular: Money, total: Money }, strict),
    surcharges: Type.Array(Cause),
    codes: Type.Array(
      Type.Object(
        {
          code: Type.String(),
          outcome: Type.Unsafe<'applied' | 'noEffect' | 'refused'>({ enum: ['applied', 'noEffect', 'refused'] }),
          reason: Type.Unsafe<CodeReason | null>(Nullable(Type.String())),
          /** Why the promotion of a code without effect did nothing. */
          lacks: Nullable(ShownLack),
        },
        strict,
      ),
    ),
    nudges: Type.Array(
      Type.Object(
        {
          kind: Kind,
          title: Title,
          nudge: Type.Unsafe<KeptNudge>(
            Type.Object(
              { ...nudgeFields, add: Type.Array(Type.Object({ sku: Id, quantity: Version }, strict)) },
              strict,
            ),
          ),
          /** Of the products that it names, by SKU. */
          names: Type.Record(Type.String(), Type.String()),
        },
        strict,
      ),
    ),
    saved: Money,
    grand: Money,
  },
  strict,
)
export type ShopCartAnswer = Static<typeof ShopCartAnswer>

/** An offer that holds on a product now, without a code; its internal name is left out. */
export const ShopOffer = Type.Object(
  {
    mechanic: MechanicSchema,
    when: Nullable(ConditionSchema),
    display: Type.Optional(DisplaySchema),
    /** Of the products that it names, by SKU. */
    names: Type.Record(Type.String(), Type.String()),
  },
  strict,
)
export type ShopOffer = Static<typeof ShopOffer>
export const ShopOffers = Type.Array(ShopOffer)
export type ShopOffers = Static<typeof ShopOffers>
