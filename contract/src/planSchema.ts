import type {
  BasisPoints,
  Category,
  Condition,
  Ladder,
  Limits,
  LocalDateTime,
  LocalTime,
  Markdown,
  MinorUnits,
  Product,
  Promotion,
  ReachKeys,
  Schedule,
  Stacking,
  Store,
  Value,
} from '@novalex/core'
import { Type, type Static, type TSchema, type TUnsafe } from '@sinclair/typebox'

/** The longest texts and lists that are taken. */
export const TEXT_LIMITS = { id: 64, name: 120, note: 2000, listed: 5000 } as const

const MAX_MONEY = 1_000_000_000_000

/** Gives a schema the core's type; refused by the compiler unless what the schema lets through fits that type. */
export function typed<T>(): <S extends TSchema>(schema: S & (Static<S> extends T ? unknown : never)) => TUnsafe<T> {
  return (schema) => Type.Unsafe<T>(schema)
}

export const strict = { additionalProperties: false }

export const Id = Type.String({ minLength: 1, maxLength: TEXT_LIMITS.id })
export const Name = Type.String({ minLength: 1, maxLength: TEXT_LIMITS.name, pattern: '\\S' })
export const Money = Type.Unsafe<MinorUnits>(Type.Integer({ minimum: 0, maximum: MAX_MONEY }))
export const Rate = Type.Unsafe<BasisPoints>(Type.Integer({ minimum: 0, maximum: 1_000_000 }))
export const LocalDateTimeText = Type.Unsafe<LocalDateTime>(
  Type.String({ pattern: '^\\d{4}-\\d{2}-\\d{2}T\\d{2}:\\d{2}$' }),
)
const LocalTimeText = Type.Unsafe<LocalTime>(Type.String({ pattern: '^([01]\\d|2[0-3]):[0-5]\\d$' }))
const Count = Type.Integer({ minimum: 0, maximum: 1_000_000_000 })
const Ids = Type.Array(Id, { minItems: 1, maxItems: TEXT_LIMITS.listed, uniqueItems: true })
export const Nullable = <T extends TSchema>(schema: T) => Type.Union([schema, Type.Null()])
const choice = <T extends string>(...options: T[]) => Type.Unsafe<T>({ enum: options })

export const StoreSchema = typed<Store>()(
  Type.Object(
    {
      currency: Type.String({ pattern: '^[A-Z]{3}$' }),
      timeZone: Type.String({ minLength: 1, maxLength: 64 }),
      pricesIncludeTax: Type.Boolean(),
      deliveryTaxRate: Rate,
      surchargeTaxRate: Rate,
      conflicts: choice('best', 'rank'),
      maxCodesPerOrder: Type.Integer({ minimum: 0, maximum: 100 }),
      floor: Type.Object({ enforce: Type.Boolean(), minMargin: Rate }, strict),
      stackGroups: Ids,
      apart: Type.Array(Type.Tuple([Id, Id])),
    },
    strict,
  ),
)

export const CategorySchema = typed<Category>()(Type.Object({ id: Id, name: Name, parent: Nullable(Id) }, strict))

export const ProductSchema = typed<Product>()(
  Type.Object(
    {
      sku: Id,
      name: Type.String({ minLength: 1, maxLength: 200 }),
      family: Nullable(Id),
      categories: Type.Array(Id),
      tags: Type.Array(Id),
      regularPrice: Money,
      unitCost: Nullable(Money),
      minimumPrice: Nullable(Money),
      taxRate: Rate,
      stock: Nullable(Count),
    },
    strict,
  ),
)

const reachKeys = {
  skus: Type.Optional(Ids),
  categories: Type.Optional(Ids),
  sets: Type.Optional(Ids),
  tags: Type.Optional(Ids),
  families: Type.Optional(Ids),
  regularPrice: Type.Optional(
    Type.Object({ from: Type.Optional(Money), below: Type.Optional(Money) }, { ...strict, minProperties: 1 }),
  ),
}

export const ReachSchema = Type.Object(
  { ...reachKeys, except: Type.Optional(typed<ReachKeys>()(Type.Object(reachKeys, { ...strict, minProperties: 1 }))) },
  strict,
)

const ValueSchema = typed<Value>()(
  Type.Union([
    Type.Object({ percent: Type.Integer(), of: Type.Optional(choice('regular', 'current')) }, strict),
    Type.Object({ amount: Money, per: Type.Literal('unit') }, strict),
    Type.Object({ price: Money }, strict),
  ]),
)

export const ScheduleSchema = typed<Schedule>()(
  Type.Object(
    {
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

const Comparison = choice('>=', '>', '<=', '<', '=', '!=')

/** Shopper, channel and country: what a condition on a shelf price may ask. */
export const ConditionSchema = typed<Condition>()(
  Type.Recursive(
    (Self) =>
      Type.Union([
        Type.Object({ all: Type.Array(Self, { maxItems: 50 }) }, strict),
        Type.Object({ any: Type.Array(Self, { maxItems: 50 }) }, strict),
        Type.Object({ not: Self }, strict),
        Type.Object({ test: choice('group', 'tag', 'shopper', 'channel', 'country'), in: Ids }, strict),
        Type.Object({ test: Type.Literal('orders'), op: Comparison, count: Count }, strict),
        Type.Object({ test: Type.Literal('spent'), op: Comparison, amount: Money }, strict),
        Type.Object({ test: Type.Literal('bought'), reach: ReachSchema }, strict),
        Type.Object({ test: Type.Literal('signedIn'), is: Type.Boolean() }, strict),
      ]),
    { $id: 'Condition' },
  ),
)

export const MarkdownSchema = typed<Markdown>()(
  Type.Object(
    {
      kind: Type.Literal('markdown'),
      reach: ReachSchema,
      value: Type.Optional(ValueSchema),
      bands: Type.Optional(
        Type.Array(Type.Object({ from: Money, value: ValueSchema }, strict), { minItems: 1, maxItems: 50 }),
      ),
      rounding: Type.Optional(
        Type.Object(
          {
            to: choice('nearest', 'up', 'down'),
            step: Type.Integer({ minimum: 1, maximum: MAX_MONEY }),
            ending: Type.Optional(Money),
          },
          strict,
        ),
      ),
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
      budget: Type.Optional(Nullable(Money)),
      budgetStops: Type.Optional(Type.Boolean()),
    },
    strict,
  ),
)

const rungs = (at: TSchema) =>
  Type.Array(Type.Object({ at, value: ValueSchema }, strict), { minItems: 1, maxItems: 200 })

const LadderSchema = Type.Unsafe<Ladder>(
  Type.Union([
    Type.Object({ by: choice('unitsSold', 'unitsLeft'), rungs: rungs(Count) }, strict),
    Type.Object({ by: Type.Literal('hoursLeft'), rungs: rungs(Type.Number({ minimum: 0 })) }, strict),
    Type.Object({ by: Type.Literal('date'), rungs: rungs(LocalDateTimeText) }, strict),
  ]),
)

/** The parts of a promotion that a person edits. */
export const promotionFields = {
  name: Name,
  state: choice('draft', 'ready', 'paused', 'stopped'),
  schedule: ScheduleSchema,
  code: Type.Null(),
  when: Nullable(ConditionSchema),
  mechanic: MarkdownSchema,
  stacking: Type.Unsafe<Stacking>(Type.Object({ group: Id, mode: choice('group', 'alone', 'closes') }, strict)),
  limits: LimitsSchema,
  ladder: Nullable(LadderSchema),
}

export const PromotionSchema = typed<Promotion>()(
  Type.Object({ id: Id, rank: Type.Integer({ minimum: 1, maximum: 1_000_000_000 }), ...promotionFields }, strict),
)
