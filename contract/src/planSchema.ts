import type {
  BasisPoints,
  Category,
  Condition,
  Ladder,
  Limits,
  LocalDateTime,
  LocalTime,
  Markdown,
  Mechanic,
  MinorUnits,
  Product,
  Promotion,
  ReachKeys,
  SalePromotion,
  Schedule,
  Stacking,
  StackingMode,
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
const AnyValue = UnitValue

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

/** Objects told apart by one key, so that a fault is reported of the branch that was meant. */
function tagged<T>(key: string, branches: readonly TSchema[]): TUnsafe<T> {
  return Type.Unsafe<T>({ type: 'object', discriminator: { propertyName: key }, oneOf: [...branches] })
}

const testSchemas = [
  Type.Object(
    {
      test: Type.Literal('spend'),
      reach: ReachSchema,
      basis: choice('regular', 'shelf', 'current'),
      op: Comparison,
      amount: Money,
    },
    strict,
  ),
  Type.Object({ test: Type.Literal('quantity'), reach: ReachSchema, op: Comparison, count: Count }, strict),
  ...(['option', 'group', 'tag', 'shopper', 'channel', 'country'] as const).map((test) =>
    Type.Object({ test: Type.Literal(test), in: Ids }, strict),
  ),
  Type.Object({ test: Type.Literal('orders'), op: Comparison, count: Count }, strict),
  Type.Object({ test: Type.Literal('spent'), op: Comparison, amount: Money }, strict),
  Type.Object({ test: Type.Literal('bought'), reach: ReachSchema }, strict),
  Type.Object({ test: Type.Literal('signedIn'), is: Type.Boolean() }, strict),
]

export const ConditionSchema = Type.Unsafe<Condition>(
  Type.Recursive(
    (Self) =>
      Type.Union([
        Type.Object({ all: Type.Array(Self, { maxItems: 50 }) }, strict),
        Type.Object({ any: Type.Array(Self, { maxItems: 50 }) }, strict),
        Type.Object({ not: Self }, strict),
        tagged<Condition>('test', testSchemas),
      ]),
    { $id: 'Condition' },
  ),
)

export const MarkdownSchema = typed<Markdown>()(
  Type.Object(
    {
      kind: Type.Literal('markdown'),
      reach: ReachSchema,
      value: Type.Optional(MarkdownValue),
      bands: Type.Optional(
        Type.Array(Type.Object({ from: Money, value: MarkdownValue }, strict), { minItems: 1, maxItems: 50 }),
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

const Repeat = Type.Union([choice('once', 'every'), Type.Integer({ minimum: 1, maximum: 1_000_000 })])
const Pick = Type.Optional(choice('dearest', 'cheapest'))
const Quantity = Type.Integer({ minimum: 1, maximum: 1_000_000 })
const tiers = (from: TSchema, value: TSchema) =>
  Type.Array(Type.Object({ from, value }, strict), { minItems: 1, maxItems: 50 })

const mechanicSchemas = [
  Type.Object({ kind: Type.Literal('price-steps'), reach: ReachSchema }, strict),
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

const LimitsSchema = typed<Limits>()(
  Type.Object(
    {
      uses: Type.Optional(Nullable(Count)),
      usesPerShopper: Type.Optional(Nullable(Count)),
      units: Type.Optional(Nullable(Count)),
      perOrder: Type.Optional(Nullable(Money)),
      budget: Type.Optional(Nullable(Money)),
      budgetStops: Type.Optional(Type.Boolean()),
    },
    strict,
  ),
)

const rungs = (at: TSchema) => Type.Array(Type.Object({ at, value: AnyValue }, strict), { minItems: 1, maxItems: 200 })

const LadderSchema = Type.Unsafe<Ladder>(
  Type.Union([
    Type.Object({ by: choice('unitsSold', 'unitsLeft'), rungs: rungs(Count) }, strict),
    Type.Object({ by: Type.Literal('hoursLeft'), rungs: rungs(Type.Number({ minimum: 0 })) }, strict),
    Type.Object({ by: Type.Literal('date'), rungs: rungs(LocalDateTimeText) }, strict),
  ]),
)

const stackingSchema = (...modes: StackingMode[]) =>
  Type.Unsafe<Stacking>(Type.Object({ group: Id, mode: choice(...modes) }, strict))

const sharedFields = {
  name: Name,
  state: choice('draft', 'ready', 'paused', 'stopped'),
  schedule: ScheduleSchema,
  when: Nullable(ConditionSchema),
  limits: LimitsSchema,
  ladder: Nullable(LadderSchema),
}

const identity = { id: Id, rank: Type.Integer({ minimum: 1, maximum: 1_000_000_000 }) }

/** The parts of a sale that a person edits. */
export const saleFields = {
  ...sharedFields,
  code: Type.Null(),
  mechanic: MarkdownSchema,
  stacking: stackingSchema('group', 'alone', 'closes'),
}

/** A promotion of the working plan. */
export const SaleSchema = typed<SalePromotion>()(Type.Object({ ...identity, ...saleFields }, strict))

/** A promotion of a plan file: any mechanic. What does not go together is found by `checkPromotion`. */
export const PromotionSchema = Type.Unsafe<Promotion>(
  Type.Object(
    {
      ...identity,
      ...sharedFields,
      code: Nullable(
        Type.Union([
          Type.Object({ text: Type.String({ minLength: 1, maxLength: 64, pattern: '[^\\s-]' }) }, strict),
          Type.Object({ batch: Type.Literal(true) }, strict),
        ]),
      ),
      mechanic: MechanicSchema,
      stacking: Type.Optional(stackingSchema('group', 'alone', 'closes', 'sole')),
    },
    strict,
  ),
)
