import { MOST_STARS } from '@novalex/core'
import { DISPLAY_LIMITS, MOST_LEFT_OUT, TEXT_LIMITS } from './limits.ts'
import type {
  Category,
  Display,
  Ladder,
  Limits,
  PartnerTarget,
  Product,
  ProductListing,
  Promotion,
  Refill,
  Schedule,
  Stacking,
  StackingMode,
  Store,
} from '@novalex/core'
import { Type, type TSchema } from '@sinclair/typebox'
import {
  choice,
  Count,
  Id,
  Ids,
  MAX_MONEY,
  LocalDateTimeText,
  LocalTimeText,
  Money,
  Name,
  Nullable,
  Rate,
  SEEN,
  SEEN_TEXT,
  strict,
  Tag,
  typed,
} from './basicSchema.ts'
import { ConditionSchema } from './conditionSchema.ts'
import { AnyValue } from './mechanics/shared.ts'
import { MechanicSchema } from './mechanicSchema.ts'

/** How a store prices, setting by setting. */
export const storeFields = {
  currency: Type.String({ pattern: '^[A-Z]{3}$' }),
  timeZone: Type.String({ minLength: 1, maxLength: 64 }),
  pricesIncludeTax: Type.Boolean(),
  deliveryTaxRate: Rate,
  surchargeTaxRate: Rate,
  conflicts: choice('best', 'rank'),
  maxCodesPerOrder: Type.Integer({ minimum: 0, maximum: 100 }),
  floor: Type.Object({ enforce: Type.Boolean(), minMargin: Rate }, strict),
  priorDays: Type.Optional(Type.Integer({ minimum: 1, maximum: 366 })),
  longestSaleDays: Type.Optional(Type.Integer({ minimum: 1, maximum: 3660 })),
  alarm: Type.Optional(
    Type.Object(
      {
        margin: Type.Optional(Type.Integer({ minimum: 0, maximum: 10_000 })),
        reduction: Type.Optional(Type.Integer({ minimum: 0, maximum: 10_000 })),
        smallest: Type.Optional(Type.Integer({ minimum: 0, maximum: 10_000 })),
        noEndDays: Type.Optional(Type.Integer({ minimum: 0, maximum: 3660 })),
        openDays: Type.Optional(Type.Integer({ minimum: 0, maximum: 3660 })),
      },
      strict,
    ),
  ),
  stackGroups: Ids,
  apart: Type.Array(Type.Tuple([Id, Id])),
}
export const StoreSchema = typed<Store>()(Type.Object(storeFields, strict))

export const CategorySchema = typed<Category>()(Type.Object({ id: Id, name: Name, parent: Nullable(Id) }, strict))

/** Product fields other than SKU and stock. */
export const productFields = {
  name: Type.String({ minLength: 1, maxLength: 200, pattern: SEEN_TEXT }),
  family: Nullable(Id),
  categories: Type.Array(Id, { maxItems: 100, uniqueItems: true }),
  tags: Type.Array(Tag, { maxItems: 100, uniqueItems: true }),
  regularPrice: Money,
  unitCost: Nullable(Money),
  minimumPrice: Nullable(Money),
  taxRate: Rate,
}
export const ProductSchema = typed<Product>()(
  Type.Object({ sku: Id, ...productFields, stock: Nullable(Count) }, strict),
)

/** What is said of a product beside its own prices. No part of a plan. */
export const ListingSchema = typed<ProductListing>()(
  Type.Object(
    {
      rating: Nullable(Type.Integer({ minimum: 0, maximum: MOST_STARS })),
      reviews: Nullable(Count),
      referencePrice: Nullable(Type.Integer({ minimum: 1, maximum: MAX_MONEY })),
      referenceSource: Type.String({ maxLength: TEXT_LIMITS.name, pattern: `^$|${SEEN}` }),
      referenceOn: Nullable(Type.String({ pattern: '^\\d{4}-\\d{2}-\\d{2}$' })),
    },
    strict,
  ),
)

const ScheduleSchema = typed<Schedule>()(
  Type.Object(
    {
      open: Type.Optional(Type.Literal(true)),
      start: Type.Optional(LocalDateTimeText),
      end: Type.Optional(LocalDateTimeText),
      weekly: Type.Optional(
        Type.Array(
          Type.Object(
            {
              days: Type.Array(Type.Integer({ minimum: 1, maximum: 7 }), { minItems: 1, uniqueItems: true }),
              from: LocalTimeText,
              to: LocalTimeText,
            },
            strict,
          ),
          { maxItems: 50 },
        ),
      ),
    },
    strict,
  ),
)

/** Remaining hours of a promotion. */
const Hours = Type.Number({ minimum: 0, maximum: 1_000_000 })

/** Every one of them may add to what is on offer or not: twice as many ways with each. */
const MAX_REFILLS = 10

const RefillSchema = typed<Refill>()(
  Type.Object(
    {
      at: Type.Union([Type.Object({ unitsLeft: Count }, strict), Type.Object({ hoursLeft: Hours }, strict)]),
      add: Count,
    },
    strict,
  ),
)

const LimitsSchema = typed<Limits>()(
  Type.Object(
    {
      uses: Type.Optional(Nullable(Count)),
      usesPerShopper: Type.Optional(Nullable(Count)),
      units: Type.Optional(Nullable(Count)),
      refills: Type.Optional(Type.Array(RefillSchema, { maxItems: MAX_REFILLS })),
      perOrder: Type.Optional(Nullable(Money)),
      budget: Type.Optional(Nullable(Money)),
      budgetStops: Type.Optional(Type.Boolean()),
    },
    strict,
  ),
)

const rungs = (at: TSchema) => Type.Array(Type.Object({ at, value: AnyValue }, strict), { minItems: 1, maxItems: 200 })

// Unsafe: `rungs` takes any schema for `at`, whose type is lost.
const LadderSchema = Type.Unsafe<Ladder>(
  Type.Union([
    Type.Object({ by: choice('unitsSold', 'unitsLeft'), rungs: rungs(Count) }, strict),
    Type.Object({ by: Type.Literal('hoursLeft'), rungs: rungs(Hours) }, strict),
    Type.Object({ by: Type.Literal('date'), rungs: rungs(LocalDateTimeText) }, strict),
  ]),
)

const stackingSchema = (...modes: StackingMode[]) =>
  typed<Stacking>()(Type.Object({ group: Id, mode: choice(...modes) }, strict))

const sharedFields = {
  name: Name,
  state: choice('draft', 'ready', 'paused', 'stopped'),
  schedule: ScheduleSchema,
  when: Nullable(ConditionSchema),
  limits: LimitsSchema,
  ladder: Nullable(LadderSchema),
}

const identity = { id: Id, rank: Type.Integer({ minimum: 1, maximum: 1_000_000_000 }) }

/** One line for shoppers, or none; never one with nothing to be seen in it. */
const shownText = (kind: 'title' | 'label' | 'members') =>
  Type.String({ maxLength: DISPLAY_LIMITS[kind], pattern: `^$|${SEEN}` })

export const DisplaySchema = typed<Display>()(
  Type.Object(
    {
      title: Type.Optional(shownText('title')),
      description: Type.Optional(Type.String({ maxLength: DISPLAY_LIMITS.description, pattern: `^$|${SEEN_TEXT}` })),
      label: Type.Optional(shownText('label')),
      members: Type.Optional(shownText('members')),
      as: Type.Optional(choice('line', 'items')),
      places: Type.Optional(Type.Array(choice('list', 'product', 'cart'), { uniqueItems: true })),
      breaks: Type.Optional(Type.Boolean()),
      nudge: Type.Optional(Type.Boolean()),
      listed: Type.Optional(Type.Boolean()),
    },
    strict,
  ),
)

/** The parts of a promotion that a person edits. What does not go together is found by `checkPromotion`. */
export const promotionFields = {
  ...sharedFields,
  code: typed<Promotion['code']>()(
    Nullable(
      Type.Union([
        Type.Object({ text: Type.String({ minLength: 1, maxLength: 64, pattern: '[^\\s-]' }) }, strict),
        Type.Object({ batch: Type.Literal(true) }, strict),
      ]),
    ),
  ),
  mechanic: MechanicSchema,
  stacking: Type.Optional(stackingSchema('group', 'alone', 'closes', 'sole')),
  display: Type.Optional(DisplaySchema),
  partners: Type.Optional(
    typed<readonly PartnerTarget[]>()(
      Type.Array(
        Type.Object(
          { channel: Id, leftOut: Type.Optional(Type.Array(Id, { maxItems: MOST_LEFT_OUT, uniqueItems: true })) },
          strict,
        ),
        { maxItems: 20 },
      ),
    ),
  ),
}

/** A promotion with any mechanic, as plan files hold it. */
export const PromotionSchema = typed<Promotion>()(Type.Object({ ...identity, ...promotionFields }, strict))
