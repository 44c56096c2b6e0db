import {
  MECHANIC_KINDS,
  WHOLE,
  type ChannelRules,
  type FitFacts,
  type FitRule,
  type FitSeverity,
  type PartnerTerms,
} from '@novalex/core'
import { Type, type Static } from '@sinclair/typebox'
import { choice, Id, InstantText, Money, Name, Nullable, SEEN, strict, typed, Version, Whole } from './basicSchema.ts'

/** The channel of the shop that ships, which every store has. */
export const SHOP_CHANNEL = 'web'

const named = { id: Id, name: Type.String({ minLength: 1, maxLength: 60, pattern: SEEN }) }

/** A channel of the store itself. */
const OwnChannelSchema = Type.Object({ ...named, kind: choice('own') }, strict)
export type OwnChannel = Static<typeof OwnChannelSchema>

const Share = Type.Integer({ minimum: 0, maximum: WHOLE })
const Days = Type.Integer({ minimum: 1, maximum: 3660 })
const Day = Type.String({ pattern: '^\\d{4}-\\d{2}-\\d{2}$' })
const MAX_HOURS = 8784
const Hours = Type.Integer({ minimum: 0, maximum: MAX_HOURS })

const ruleFields = {
  maxProducts: Type.Integer({ minimum: 1, maximum: 1_000_000 }),
  minReduction: Share,
  showReduction: Share,
  maxDays: Days,
  usualDays: Type.Object({ from: Days, to: Days }, strict),
  atMostOfRegular: Share,
  atMostOfReference: Share,
  atLeastOfReference: Share,
  lowestBefore: Type.Object({ days: Days, counts: choice('shelf', 'paid'), below: Share }, strict),
  leastPriceGap: Share,
  minRating: Type.Integer({ minimum: 0, maximum: 50 }),
  minReviews: Whole,
  stockDays: Type.Union([Days, choice('promotion')]),
  oneAtATime: Type.Literal(true),
  kinds: Type.Array(choice(...MECHANIC_KINDS), { minItems: 1, uniqueItems: true }),
  titleLength: Type.Integer({ minimum: 1, maximum: 200 }),
  titleWithout: Type.String({ minLength: 1, maxLength: 60, pattern: SEEN }),
}
const RulesSchema = typed<ChannelRules>()(Type.Partial(Type.Object(ruleFields, strict)))

/** The rules of a partner, in the order in which they are read. */
export const CHANNEL_RULES = Object.keys(ruleFields) as (keyof typeof ruleFields)[]

const partnerTerms = {
  leadHours: Hours,
  lockHours: Hours,
  rules: Type.Array(
    Type.Object(
      {
        from: Day,
        values: RulesSchema,
        source: Type.String({ maxLength: 200, pattern: `^$|${SEEN}` }),
        checkedOn: Day,
      },
      strict,
    ),
    { maxItems: 20 },
  ),
}
typed<PartnerTerms>()(Type.Object(partnerTerms, strict))

/** A place of others that shows the store's prices, by rules of its own. */
const PartnerSchema = Type.Object(
  {
    ...named,
    kind: choice('partner'),
    ...partnerTerms,
    /** Whether submissions go to the simulated partner; absent: someone submits by hand. */
    isSimulated: Type.Optional(Type.Literal(true)),
  },
  strict,
)
export type Partner = Static<typeof PartnerSchema>

/** A channel through which the store sells. */
export type Channel = OwnChannel | Partner
export const ChannelsSchema = Type.Array(Type.Union([OwnChannelSchema, PartnerSchema]), { minItems: 1, maxItems: 40 })

export const ChannelsRequest = Type.Object(
  { channels: Type.Array(OwnChannelSchema, { minItems: 1, maxItems: 20 }), version: Version },
  strict,
)
export type ChannelsRequest = Static<typeof ChannelsRequest>

export const PartnersRequest = Type.Object(
  { partners: Type.Array(PartnerSchema, { maxItems: 20 }), version: Version },
  strict,
)
export type PartnersRequest = Static<typeof PartnersRequest>

const FIT_RULES = [...CHANNEL_RULES, 'lowersPrice'] as const satisfies readonly FitRule[]

const issueFields = {
  rule: choice<FitRule>(...FIT_RULES),
  severity: choice<FitSeverity>('refused', 'warned'),
  facts: Type.Object(
    {
      limit: Type.Optional(Type.Number()),
      found: Type.Optional(Nullable(Type.Number())),
      to: Type.Optional(Type.Number()),
      share: Type.Optional(Share),
      counts: Type.Optional(choice<NonNullable<FitFacts['counts']>>('shelf', 'paid')),
      days: Type.Optional(Whole),
      at: Type.Optional(InstantText),
      order: Type.Optional(Type.String()),
      name: Type.Optional(Type.String()),
    },
    strict,
  ),
}

/** Whether a promotion fits what a partner asks. */
const FitSchema = Type.Object(
  {
    channel: Id,
    /** Whether the promotion goes there. */
    isTarget: Type.Boolean(),
    leftOut: Whole,
    /** The day from which the rules that count hold, `YYYY-MM-DD`; null: none do. */
    rulesFrom: Nullable(Day),
    /** Null: its dates are open, or it starts at once. */
    start: Nullable(InstantText),
    /** The instant whose prices are checked. */
    at: InstantText,
    submitBy: Nullable(InstantText),
    locksAt: Nullable(InstantText),
    /** False for an offer whose effect depends on the cart. */
    isPriced: Type.Boolean(),
    title: Type.String(),
    products: Whole,
    /** Products that nothing keeps out. */
    accepted: Whole,
    /** Products that are refused or warned about. */
    flagged: Whole,
    issues: Type.Array(Type.Object({ ...issueFields, products: Nullable(Whole), sku: Nullable(Id) }, strict)),
    /** The first products that are refused or warned about. */
    rows: Type.Array(
      Type.Object(
        {
          sku: Id,
          name: Name,
          regular: Money,
          price: Money,
          leastPrice: Nullable(Money),
          issues: Type.Array(Type.Object(issueFields, strict)),
        },
        strict,
      ),
    ),
  },
  strict,
)
export type FitAnswer = Static<typeof FitSchema>

export const FitsAnswer = Type.Object(
  {
    fits: Type.Array(FitSchema),
    /** Names of the promotions that stand in the way, by id. */
    names: Type.Record(Type.String(), Type.String()),
  },
  strict,
)
export type FitsAnswer = Static<typeof FitsAnswer>

/** The products of a promotion that a partner would refuse, by SKU. */
export const RefusedAnswer = Type.Object({ skus: Type.Array(Id) }, strict)

export const ChannelParams = Type.Object({ id: Id, channel: Id }, strict)
