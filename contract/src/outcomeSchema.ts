import {
  keysOf,
  type FailedTest,
  type Nudge,
  type Obstacle,
  type PromotionOutcome,
  type Reward,
  type SkipFacts,
} from '@novalex/core'
import { Type, type TObject, type TSchema } from '@sinclair/typebox'
import { choice, Id, Money, Nullable, ReachSchema, strict, typed, Version, Whole } from './basicSchema.ts'
import { AnyValue } from './mechanics/shared.ts'
import { TestSchema } from './conditionSchema.ts'

/** Sums over many units may be more than one price may. */
export const Sum = Type.Integer({
  minimum: -Number.MAX_SAFE_INTEGER,
  maximum: Number.MAX_SAFE_INTEGER,
  description: 'A sum: of money in hundredths of the store’s currency, or a count',
})

/** Reward of a promotion: a value, or free units. */
const RewardSchema = typed<Reward>()(
  Type.Union([
    AnyValue,
    Type.Object(
      {
        sameSku: Type.Optional(Type.Literal(true)),
        reach: Type.Optional(ReachSchema),
        quantity: Version,
        value: AnyValue,
      },
      strict,
    ),
  ]),
)

const lack = { missingUnits: Type.Optional(Version), missingAmount: Type.Optional(Version) }

export const nudgeFields = { promotion: Id, ...lack, reward: RewardSchema }
export const NudgeSchema = typed<Nudge>()(Type.Object(nudgeFields, strict))

const FailedFields = {
  test: TestSchema,
  isNegated: Type.Boolean(),
  found: Nullable(Type.Union([Type.String(), Type.Number(), Type.Boolean()])),
}
/** The tests of other branches may have others again. */
const OtherBranch = Type.Object({ ...FailedFields, orElse: Type.Optional(Type.Array(Type.Object({}))) }, strict)
// Unsafe: the type has branches within branches; the schema ends at the second.
const FailedSchema = Type.Unsafe<Partial<FailedTest>>(
  Type.Partial(Type.Object({ ...FailedFields, orElse: Type.Array(OtherBranch) }, strict)),
)

const obstacles = choice<Obstacle>('closes', 'alone', 'own-alone', 'apart', 'first-only')
const inTheWay = { promotion: Id, because: obstacles }
const reached = { found: Sum, limit: Sum }
const facts = <F extends Record<string, TSchema>>(fields: F) => Type.Object(fields, strict)
const None = facts({})
const Reached = facts(reached)
const Short = Type.Union([Reached, facts({ left: Sum, needed: Sum })])

/** Why a promotion changed nothing, with the facts of each reason. */
const SKIPPED: { readonly [R in keyof SkipFacts]: TSchema } = {
  'not-ready': None,
  'not-in-channel': None,
  'not-started': None,
  ended: None,
  'outside-hours': None,
  'no-code': None,
  'sign-in-needed': FailedSchema,
  condition: FailedSchema,
  'nothing-in-reach': facts({ delivery: Type.Optional(choice('none', 'other')) }),
  'below-first-tier': facts({ ...reached, ...lack }),
  'not-enough-units': facts(lack),
  'used-up': Reached,
  'shopper-limit': Reached,
  'units-gone': Short,
  'budget-gone': Short,
  stacking: facts(inTheWay),
  sole: Type.Partial(facts(inTheWay)),
  'better-without': Type.Composite([Type.Partial(facts(inTheWay)), facts({ withIt: Sum, without: Sum })], strict),
  'no-saving': Type.Partial(Reached),
  floor: None,
}

const Applied = Type.Object(
  {
    promotion: Id,
    outcome: Type.Literal('applied'),
    reason: Type.Null(),
    amount: Sum,
    facts: Type.Partial(facts({ unitsByFloor: Whole, lapsed: Money, overCap: Sum })),
  },
  strict,
)

const skipped = ([reason, own]: [string, TSchema]): TObject =>
  Type.Object(
    {
      promotion: Id,
      outcome: Type.Literal('skipped'),
      reason: Type.Literal(reason),
      amount: Type.Literal(0),
      facts: own,
    },
    strict,
  )

/** Outcome of a promotion: applied, or the reason why not. */
// Unsafe: the branches are made from a table, of which TypeBox infers no union.
export const OutcomeSchema = Type.Unsafe<PromotionOutcome>(
  Type.Union([Applied, ...Object.entries(SKIPPED).map(skipped)]),
)

/** Reason a code had no effect, as shown to shoppers. */
export const ShownLack = Type.Object(
  {
    reason: choice<keyof SkipFacts>(...keysOf(SKIPPED)),
    facts: Type.Partial(facts({ ...lack, test: FailedFields.test, isNegated: FailedFields.isNegated })),
  },
  strict,
)
