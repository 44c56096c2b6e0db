import { Type, type Static } from '@sinclair/typebox'
import { CartSchema, CodeRegisterSchema, FactsSchema, StockSchema } from './orderSchema.ts'
import {
  choice,
  Floor,
  Id,
  InstantText,
  Money,
  Name,
  Nullable,
  NumberLocaleSchema,
  PlanRef,
  momentFields,
  ProblemSchema,
  strict,
  Version,
  Whole,
} from './basicSchema.ts'
import { ChannelsSchema } from './channelSchema.ts'
import { DeliveryOptionsSchema } from './deliverySchema.ts'
import { TEXT_LIMITS } from './limits.ts'
import { ConditionSchema } from './conditionSchema.ts'
import { MechanicSchema } from './mechanicSchema.ts'
import {
  CategorySchema,
  ListingSchema,
  ProductSchema,
  PromotionSchema,
  StoreSchema,
  promotionFields,
} from './planSchema.ts'

/** An answer to a request that failed, as a problem document. Source: RFC 9457; `error` is our extension, and says all that `title` does and more. */
export const ErrorAnswer = Type.Object({
  /** `urn:novalex:error:` and the code. */
  type: Type.String(),
  title: Type.String(),
  status: Type.Integer({ minimum: 400, maximum: 599 }),
  error: Type.Object({
    code: Type.String(),
    requestId: Type.String(),
    problems: Type.Optional(Type.Array(ProblemSchema)),
    facts: Type.Optional(Type.Record(Type.String(), Type.Any())),
  }),
})
export type ErrorAnswer = Static<typeof ErrorAnswer>

/** Whether a process lives, or is ready for requests. */
export const HealthAnswer = Type.Object(
  { status: choice('alive', 'ready', 'database-unavailable', 'schema-broken', 'disk-full', 'no-store') },
  strict,
)

export const StoreAnswer = Type.Object(
  {
    name: Type.String(),
    store: StoreSchema,
    now: InstantText,
    /** Of its settings: price rules, and what stacks with what. */
    version: Version,
    delivery: DeliveryOptionsSchema,
    channels: ChannelsSchema,
    /** Whether what one prepared takes another to release. */
    requiresApproval: Type.Boolean(),
    locale: NumberLocaleSchema,
    planRevision: Whole,
    catalogueRevision: Whole,
    /** Grows with whatever is written. */
    latestChange: Whole,
    products: Whole,
    release: Nullable(Type.Object({ number: Version, at: InstantText, note: Type.String() }, strict)),
  },
  strict,
)
export type StoreAnswer = Static<typeof StoreAnswer>

/** The number of the latest change. */
export const ChangeEvent = Whole

export const CategoryAnswer = Type.Object(
  { id: Id, name: Name, parent: Nullable(Id), path: Type.Array(Type.String()), products: Whole },
  strict,
)
export type CategoryAnswer = Static<typeof CategoryAnswer>
export const CategoriesAnswer = Type.Array(CategoryAnswer)

export const PriceCause = Type.Object(
  { promotion: Id, name: Type.String(), amount: Money, cutByFloor: Type.Boolean() },
  strict,
)

/** A product with what its page shows to a guest at a moment under a plan. */
export const PricedProduct = Type.Object(
  { product: ProductSchema, shelf: Money, floor: Floor, causes: Type.Array(PriceCause) },
  strict,
)
export type PricedProduct = Static<typeof PricedProduct>
/** With its listing, and what a file reported as sold elsewhere in 30 days, so that a product that is deleted can be made again. */
export const ProductAnswer = Type.Object(
  { ...PricedProduct.properties, listing: ListingSchema, soldElsewhere: Nullable(Whole) },
  strict,
)

export const PlanQuery = Type.Object(momentFields, strict)

export const ProductsQuery = Type.Object(
  {
    ...momentFields,
    search: Type.Optional(Type.String({ maxLength: 200 })),
    category: Type.Optional(Id),
    page: Type.Optional(Type.String({ pattern: '^[1-9]\\d{0,6}$' })),
    size: Type.Optional(Type.String({ pattern: '^([1-9]|[1-9]\\d|1\\d\\d|200)$' })),
  },
  strict,
)
export type ProductsQuery = Static<typeof ProductsQuery>

export const ProductsAnswer = Type.Object({ total: Whole, rows: Type.Array(PricedProduct) }, strict)
export type ProductsAnswer = Static<typeof ProductsAnswer>

export const ReachQuestion = Type.Object(
  {
    mechanic: MechanicSchema,
    when: Type.Optional(Nullable(ConditionSchema)),
    /** How long it is to last, to hold the stock against. */
    days: Type.Optional(Type.Number({ minimum: 0, maximum: 36_600 })),
  },
  strict,
)
export type ReachQuestion = Static<typeof ReachQuestion>

export const ReachAnswer = Type.Object(
  {
    /** Each reach that the mechanic names, in its order; one of everything where it names none. */
    reaches: Type.Array(
      Type.Object(
        {
          products: Whole,
          /** How many of them have less in stock than sells in those days at the pace of the last 30. */
          short: Whole,
          /** Cheapest, middle and most expensive product of the reach. */
          sample: Type.Array(ProductSchema),
        },
        strict,
      ),
    ),
    /** The products of the carts just below, at and above the limits of mechanic and condition. */
    beside: Type.Array(ProductSchema),
    /** Products whose sale price would not be lower at all. */
    unmoved: Whole,
    unmovedSample: Type.Array(ProductSchema),
    /** Products that the floor keeps from the whole reduction: how many, and some of them with what so many units come to. */
    floored: Whole,
    flooredSample: Type.Array(
      Type.Object({ product: ProductSchema, units: Whole, wanted: Money, comes: Money }, strict),
    ),
  },
  strict,
)
export type ReachAnswer = Static<typeof ReachAnswer>

/** Data to price carts of selected products elsewhere: the plan, without products except those it may add. */
export const PlanAnswer = Type.Object(
  {
    store: StoreSchema,
    categories: Type.Array(CategorySchema),
    sets: Type.Array(Type.Object({ id: Id, skus: Type.Array(Id) }, strict)),
    promotions: Type.Array(PromotionSchema),
    /** The store's partner channels. */
    partners: Type.Array(Id),
    /** The products that its promotions may add as gifts, whatever a cart holds. */
    gifts: Type.Array(ProductSchema),
  },
  strict,
)
export type PlanAnswer = Static<typeof PlanAnswer>

export const MomentsAnswer = Type.Object(
  {
    until: InstantText,
    moments: Type.Array(
      Type.Object({ at: InstantText, products: Whole, starts: Type.Array(Id), ends: Type.Array(Id) }, strict),
    ),
  },
  strict,
)
export type MomentsAnswer = Static<typeof MomentsAnswer>

const editable = {
  ...promotionFields,
  campaign: Nullable(Id),
  /** The occasion whose dates it follows; its own dates are then those of the occasion. */
  occasion: Nullable(Id),
  /** Put away: not part of the plan, and shown only where asked for. */
  archived: Type.Boolean(),
  note: Type.String({ maxLength: TEXT_LIMITS.note }),
}

export const PromotionRecord = Type.Object(
  {
    promotion: PromotionSchema,
    campaign: Nullable(Id),
    occasion: Nullable(Id),
    archived: Type.Boolean(),
    note: Type.String(),
    version: Version,
    updatedAt: InstantText,
    updatedBy: Type.String(),
  },
  strict,
)
export type PromotionRecord = Static<typeof PromotionRecord>
export const PromotionsAnswer = Type.Array(PromotionRecord)

export const PromotionDraft = Type.Object(editable, strict)
export type PromotionDraft = Static<typeof PromotionDraft>

export const PromotionUpdate = Type.Object({ ...editable, version: Version }, strict)
export type PromotionUpdate = Static<typeof PromotionUpdate>

const Numeral = Type.String({ pattern: '^[1-9]\\d{0,8}$' })
export const VersionQuery = Type.Object({ version: Numeral }, strict)
/** The revision of the catalogue in which someone saw what is to go. */
export const RevisionQuery = Type.Object({ revision: Numeral }, strict)

export const CampaignRecord = Type.Object({ id: Id, name: Name, goal: Type.String(), version: Version }, strict)
export type CampaignRecord = Static<typeof CampaignRecord>
export const CampaignsAnswer = Type.Array(CampaignRecord)
const campaignFields = { name: Name, goal: Type.String({ maxLength: TEXT_LIMITS.note }) }
export const CampaignDraft = Type.Object(campaignFields, strict)
export type CampaignDraft = Static<typeof CampaignDraft>
export const CampaignUpdate = Type.Object({ ...campaignFields, version: Version }, strict)
export type CampaignUpdate = Static<typeof CampaignUpdate>

export const QuoteRequest = Type.Object(
  {
    plan: Type.Optional(PlanRef),
    at: Type.Optional(InstantText),
    cart: CartSchema,
    /** Usage by promotion; absent: none. */
    facts: Type.Optional(FactsSchema),
    /** Codes of batches, as if they were there. */
    codes: Type.Optional(CodeRegisterSchema),
    stock: Type.Optional(StockSchema),
  },
  strict,
)
export type QuoteRequest = Static<typeof QuoteRequest>
