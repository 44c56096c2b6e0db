import type { CodeReason, KeptNudge, Mechanic } from '@novalex/core'
import { Type, type Static } from '@sinclair/typebox'
import {
  choice,
  Id,
  InstantText,
  Money,
  Nullable,
  NumberLocaleSchema,
  strict,
  typed,
  Version,
  Whole,
  momentFields,
} from './basicSchema.ts'
import { DeliveryOptionsSchema } from './deliverySchema.ts'
import { nudgeFields, ShownLack, Sum } from './outcomeSchema.ts'
import { MechanicSchema } from './mechanicSchema.ts'
import { ConditionSchema } from './conditionSchema.ts'
import { FlagSchema } from './occasionSchema.ts'
import { DisplaySchema } from './planSchema.ts'

const Release = Nullable(Type.Integer({ minimum: 1 }))
// Unsafe: clients of the shop must expect kinds that are new.
const Kind = Type.Unsafe<Mechanic['kind']>(Type.String())

const Left = Type.Object({ left: Whole, of: Whole }, strict)

export const ShopProduct = Type.Object(
  {
    sku: Id,
    name: Type.String(),
    categories: Type.Array(Type.Array(Type.String())),
    /** The uppermost category that it is in, by which it is drawn. */
    root: Nullable(Id),
    price: Money,
    /** The regular price, crossed out; null where nothing is reduced. */
    struck: Nullable(Money),
    /** Saving on the strike-through price, as whole percent. */
    percentOff: Whole,
    /** When the price next rises, if that is known, and to what. */
    until: Nullable(InstantText),
    then: Nullable(Money),
    inStock: Type.Boolean(),
    /** Units at this price that are left, of how many, and the price after them (null: the same); null where nothing limits them. */
    left: Nullable(Type.Object({ left: Whole, of: Whole, then: Nullable(Money) }, strict)),
    /** Labels of the promotions behind the price. */
    displays: Type.Array(DisplaySchema),
    /** Flags of the occasions behind the price. */
    flags: Type.Array(FlagSchema),
    /** Lower prices of others, where the store shows them to everybody: who pays them, and what they pay. */
    members: Type.Array(Type.Object({ title: Type.String(), price: Money }, strict)),
  },
  strict,
)
export type ShopProduct = Static<typeof ShopProduct>

/** The viewer whose prices are asked for. Without a shopper: the one of the shop’s cookie; a key may name any. Only staff name a moment, a plan or a channel. */
const viewed = {
  ...momentFields,
  shopper: Type.Optional(Id),
  /** Delivery method and country, once both are chosen. */
  option: Type.Optional(Id),
  country: Type.Optional(Id),
}
export const ShopMomentQuery = Type.Object(momentFields, strict)
export const ShopViewQuery = Type.Object(viewed, strict)
export type ShopViewQuery = Static<typeof ShopViewQuery>
export const ShopQuery = Type.Object(
  {
    ...viewed,
    search: Type.Optional(Type.String({ maxLength: 200 })),
    category: Type.Optional(Id),
    page: Type.Optional(Type.String({ pattern: '^[1-9]\\d{0,6}$' })),
    /** Products a page: 24 unless it is said. */
    size: Type.Optional(Type.String({ pattern: '^([1-9]|[1-9]\\d|100)$' })),
  },
  strict,
)
export type ShopQuery = Static<typeof ShopQuery>
export const ShopAnswer = Type.Object(
  { release: Nullable(Version), total: Whole, products: Type.Array(ShopProduct) },
  strict,
)
export type ShopAnswer = Static<typeof ShopAnswer>
export const ShopProductAnswer = Type.Object({ release: Nullable(Version), product: ShopProduct }, strict)
export type ShopProductAnswer = Static<typeof ShopProductAnswer>

/** A cart as a shop names it: what is in it, and who buys; what that costs and what is known of them is the server’s. */
export const ShopCart = Type.Object(
  {
    lines: Type.Array(Type.Object({ sku: Id, quantity: Type.Integer({ minimum: 1, maximum: 1_000_000 }) }, strict), {
      maxItems: 500,
    }),
    codes: Type.Array(Type.String({ maxLength: 64 }), { maxItems: 5 }),
    delivery: Nullable(Type.Object({ option: Id, country: Id }, strict)),
    /** The id of who is signed in; null for a guest; left out, it is whoever the shop’s own cookie says. */
    shopper: Type.Optional(Nullable(Id)),
  },
  strict,
)
export type ShopCart = Static<typeof ShopCart>
export const ShopCartRequest = Type.Object({ ...momentFields, cart: ShopCart }, strict)
export type ShopCartRequest = Static<typeof ShopCartRequest>

/** Cause of a price change, as shown to shoppers: type, title and code, never the internal name. */
const Title = Nullable(Type.String())
const CAUSE = { kind: Kind, title: Title, code: Nullable(Type.String()), amount: Sum }
const Cause = Type.Object(CAUSE, strict)
const LineCause = Type.Object(
  {
    ...CAUSE,
    /** How many of the line’s units it is about; left out where it is about all of them. */
    units: Type.Optional(Type.Integer({ minimum: 1 })),
  },
  strict,
)

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
          regular: Sum,
          /** Before the reductions below the goods. */
          total: Sum,
          causes: Type.Array(LineCause),
        },
        strict,
      ),
    ),
    /** Of the goods together, each with its whole amount: Σ lines − Σ reductions + delivery + surcharges = grand. */
    reductions: Type.Array(Type.Object({ ...CAUSE, mechanic: MechanicSchema }, strict)),
    delivery: Type.Object({ regular: Sum, total: Sum, causes: Type.Array(Cause) }, strict),
    surcharges: Type.Array(Cause),
    codes: Type.Array(
      Type.Object(
        {
          code: Type.String(),
          outcome: choice('applied', 'noEffect', 'refused'),
          // Unsafe: clients of the shop must expect reasons that are new.
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
          nudge: typed<KeptNudge>()(
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
    saved: Sum,
    grand: Sum,
  },
  strict,
)
export type ShopCartAnswer = Static<typeof ShopCartAnswer>

/** An offer that holds on a product now, without a code; its internal name is left out. */
export const ShopOffer = Type.Object(
  {
    mechanic: MechanicSchema,
    /** What is left to be met, without internal names. */
    when: Nullable(ConditionSchema),
    /** Who it is for, where the viewer is not among them; null: for the viewer. */
    members: Nullable(Type.String()),
    /** The code that it takes; null: none. */
    code: Nullable(Type.String()),
    until: Nullable(InstantText),
    display: Type.Optional(DisplaySchema),
    left: Nullable(Left),
    /** Of the products that it names, by SKU. */
    names: Type.Record(Type.String(), Type.String()),
  },
  strict,
)
export type ShopOffer = Static<typeof ShopOffer>
export const ShopOffers = Type.Array(ShopOffer)
export type ShopOffers = Static<typeof ShopOffers>

const Known = Type.Object({ id: Id, name: Type.String() }, strict)

/** Public settings of the store. */
export const ShopInfo = Type.Object(
  {
    name: Type.String(),
    currency: Type.String(),
    locale: NumberLocaleSchema,
    timeZone: Type.String(),
    pricesIncludeTax: Type.Boolean(),
    now: InstantText,
    release: Release,
    categories: Type.Array(Type.Object({ id: Id, name: Type.String(), parent: Nullable(Id), products: Whole }, strict)),
    delivery: DeliveryOptionsSchema,
    /** The shopper signed in to the shop. */
    shopper: Nullable(Known),
    /** Whether one may sign in by choosing a shopper. */
    isStandIn: Type.Boolean(),
  },
  strict,
)
export type ShopInfo = Static<typeof ShopInfo>
export const ShopShoppersQuery = Type.Object({ search: Type.Optional(Type.String({ maxLength: 200 })) }, strict)
export const ShopShoppers = Type.Array(Type.Object({ ...Known.properties, groups: Type.Array(Id) }, strict))
export type ShopShoppers = Static<typeof ShopShoppers>
export const ShopSignInRequest = Type.Object({ shopper: Id }, strict)
