import { FINDING_KINDS, type FindingFacts, type FindingKind, type Subject, type Severity } from '@novalex/core'
import { Type, type Static } from '@sinclair/typebox'
import { choice, Id, InstantText, Money, Nullable, SEEN_TEXT, strict, Version, Whole } from './basicSchema.ts'
import { CartSchema, CodeRegisterSchema, FactsSchema, StockSchema } from './orderSchema.ts'

/** Facts that are instants; the API writes them as text. */
export const INSTANT_FACTS = ['since', 'end', 'runsOut', 'at', 'day', 'starts', 'occasionEnd'] as const
type InstantFact = (typeof INSTANT_FACTS)[number]

/** Facts of a kind of finding, as in the API. */
export type FactsOf<K extends FindingKind> = {
  readonly [F in keyof FindingFacts[K]]: F extends InstantFact
    ? null extends FindingFacts[K][F]
      ? string | null
      : string
    : FindingFacts[K][F]
}

/** An order as it was priced: `POST /api/quote` with the plan that was checked gives its total. */
const ProofOrder = Type.Object(
  {
    now: InstantText,
    cart: CartSchema,
    facts: Type.Optional(FactsSchema),
    codes: Type.Optional(CodeRegisterSchema),
    stock: Type.Optional(StockSchema),
  },
  strict,
)
type ProofOrder = Static<typeof ProofOrder>

const Carts = Type.Object(
  {
    carts: Type.Array(Type.Object({ order: ProofOrder, total: Money }, strict)),
    /** Of the plan under which they come to that. */
    revision: Whole,
  },
  strict,
)
const Moment = Type.Object({ at: InstantText }, strict)
const Stretch = Type.Object(
  {
    sku: Id,
    from: InstantText,
    until: Nullable(InstantText),
    price: Money,
    /** Absent: the shop's, or all of them. */
    channel: Type.Optional(Id),
  },
  strict,
)

/** Proof of a finding: orders with totals, a moment, or a product's price over time. */
const ProofSchema = Type.Union([Carts, Moment, Stretch])
export type ProofAnswer = Static<typeof ProofSchema>

const Dismissal = Type.Object({ by: Type.String(), at: InstantText, why: Type.String() }, strict)

/** Something in a plan that deserves a look. */
const FindingSchema = Type.Object(
  {
    /** Stays while kind and subjects do. */
    id: Id,
    kind: choice<FindingKind>(...FINDING_KINDS),
    severity: choice<Severity>('blocker', 'warning', 'info'),
    subjects: Type.Array(
      Type.Object(
        { kind: choice<Subject['kind']>('promotion', 'product', 'occasion', 'testCart', 'channel'), id: Type.String() },
        strict,
      ),
    ),
    facts: Type.Record(Type.String(), Type.Union([Type.String(), Type.Number(), Type.Boolean(), Type.Null()])),
    proof: ProofSchema,
    setAside: Nullable(Dismissal),
  },
  strict,
)

interface FindingParts {
  readonly id: string
  readonly severity: Severity
  readonly subjects: readonly Subject[]
  readonly proof: ProofAnswer
  readonly setAside: Static<typeof Dismissal> | null
}

export type FindingAnswer = {
  [K in FindingKind]: FindingParts & { readonly kind: K; readonly facts: FactsOf<K> }
}[FindingKind]

export interface FindingsAnswer {
  /** Of the plan that was checked. */
  readonly revision: number
  /** Whether the plan, what it sold and the clock have moved on since, and it is being checked again. */
  readonly state: 'checking' | 'current'
  /** Store clock of the last check; null: never checked. */
  readonly checkedAt: string | null
  readonly findings: readonly FindingAnswer[]
  /** Names of what findings are about, by kind and id: `promotion:p1`. */
  readonly names: Readonly<Record<string, string>>
}

// Unsafe: facts are of the kind beside them, which a schema of all kinds does not say.
export const FindingsAnswer = Type.Unsafe<FindingsAnswer>(
  Type.Object(
    {
      revision: Whole,
      state: choice<'checking' | 'current'>('checking', 'current'),
      checkedAt: Nullable(InstantText),
      findings: Type.Array(FindingSchema),
      names: Type.Record(Type.String(), Type.String()),
    },
    strict,
  ),
)

/** Release candidate: the working plan, or an older release. */
export const FindingsQuery = Type.Object(
  { release: Type.Optional(Type.String({ pattern: '^(next|[1-9]\\d{0,8}|choice-[0-9a-f]{16})$' })) },
  strict,
)

export const DismissRequest = Type.Object(
  { why: Type.String({ minLength: 1, maxLength: 500, pattern: SEEN_TEXT }) },
  strict,
)

const Points = Type.Integer({ minimum: 0, maximum: 10_000 })
const Days = Type.Integer({ minimum: 0, maximum: 3660 })

/** From when on a plan deserves a look. */
export const FindingThresholdsRequest = Type.Object(
  {
    alarm: Type.Object(
      { margin: Points, reduction: Points, smallest: Points, noEndDays: Days, openDays: Days },
      strict,
    ),
    version: Version,
  },
  strict,
)
export type FindingThresholdsRequest = Static<typeof FindingThresholdsRequest>
