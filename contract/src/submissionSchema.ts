import type { PartnerDecision, SubmissionContent, SubmissionPart, SubmissionState } from '@novalex/core'
import { Type, type Static } from '@sinclair/typebox'
import {
  choice,
  Id,
  InstantText,
  Money,
  Name,
  Nullable,
  SEEN_TEXT,
  strict,
  typed,
  Version,
  Whole,
} from './basicSchema.ts'

/** Why a partner refuses a promotion or holds it: codes of its answers, or `other` with its own words. */
export const CAUSE_CODES = [
  'no-least-price',
  'least-price-equals',
  'least-price-gap',
  'overlap',
  'no-products',
  'other',
] as const
export type CauseCode = (typeof CAUSE_CODES)[number]

export const CauseSchema = Type.Object(
  {
    code: choice(...CAUSE_CODES),
    /** The product concerned; null: the promotion as a whole. */
    sku: Nullable(Id),
    /** The partner's words; may be empty. */
    text: Type.String({ maxLength: 500 }),
  },
  strict,
)
export type Cause = Static<typeof CauseSchema>

const decisions = ['accepted', 'refused', 'on-hold', 'withdrawn'] as const satisfies readonly PartnerDecision[]
const states = [
  'sending',
  'not-sent',
  'submitted',
  'accepted',
  'refused',
  'on-hold',
  'locked',
  'ended',
  'withdrawing',
  'withdrawn',
] as const satisfies readonly SubmissionState[]
const parts = ['title', 'kind', 'when', 'products', 'prices'] as const satisfies readonly SubmissionPart[]

/** What a partner is sent about a promotion. */
export const SubmissionContentSchema = typed<SubmissionContent>()(
  Type.Object(
    {
      title: Type.String({ maxLength: 500 }),
      kind: Type.String({ maxLength: 40 }),
      when: Type.Union([
        Type.Object({ start: Nullable(InstantText), end: Nullable(InstantText) }, strict),
        Type.Object({ event: Type.String({ minLength: 1, maxLength: 100 }) }, strict),
      ]),
      products: Type.Array(
        Type.Object({ sku: Id, regular: Money, price: Nullable(Money), leastPrice: Nullable(Money) }, strict),
      ),
    },
    strict,
  ),
)

/** The latest submission of a promotion to a partner channel. */
export const SubmissionRecord = Type.Object(
  {
    id: Id,
    promotion: Id,
    channel: Id,
    action: choice('submit', 'withdraw'),
    state: choice(...states),
    /** The release whose version was submitted. */
    release: Whole,
    title: Type.String(),
    products: Whole,
    /** The partner’s event by its key, submitted instead of dates; null: dates. */
    event: Nullable(Type.String()),
    /** Of the period submitted; null: at once, without an end, or to be confirmed. */
    startsAt: Nullable(InstantText),
    endsAt: Nullable(InstantText),
    /** From when nothing can be changed there; null: never, or to be confirmed. */
    locksAt: Nullable(InstantText),
    /** Whether the partner has it, or will. */
    isHeld: Type.Boolean(),
    isLocked: Type.Boolean(),
    isVisible: Type.Boolean(),
    submittedAt: InstantText,
    submittedBy: Type.String(),
    /** When the partner received it. */
    sentAt: Nullable(InstantText),
    attempts: Whole,
    /** Why the last attempt failed; empty: it didn't. */
    note: Type.String(),
    decision: Nullable(choice(...decisions)),
    decidedAt: Nullable(InstantText),
    /** Causes of a refusal or a hold: the first. */
    causes: Type.Array(CauseSchema),
    /** How many causes there are. */
    causeCount: Whole,
    /** Days after which a missing answer is pointed out, 1, 2 or 5; null: there is none to point out. */
    reminder: Nullable(Whole),
    /** Whether someone wants to hear no more of its present state. */
    isDismissed: Type.Boolean(),
  },
  strict,
)
export type SubmissionRecord = Static<typeof SubmissionRecord>

export const SubmissionsAnswer = Type.Object(
  {
    submissions: Type.Array(SubmissionRecord),
    /** Names of the promotions, by id. */
    names: Type.Record(Type.String(), Name),
    /** Promotions of the live release that go to a partner, start later and aren't submitted. */
    due: Type.Array(Type.Object({ promotion: Id, channel: Id, submitBy: InstantText, locksAt: InstantText }, strict)),
  },
  strict,
)
export type SubmissionsAnswer = Static<typeof SubmissionsAnswer>

/** Why a promotion can't be submitted now. */
export const OBSTACLES = [
  'not-released',
  'not-ready',
  'does-not-fit',
  'submission-late',
  'channel-locked',
  'already-submitted',
] as const
export type Obstacle = (typeof OBSTACLES)[number]

/** How far a promotion is on its way to each partner that it goes to, or was submitted to. */
export const PartnerStatusAnswer = Type.Object(
  {
    savedAt: InstantText,
    savedBy: Type.String(),
    /** The release since which it is live as it is there; null: it isn't live. */
    released: Nullable(Type.Object({ number: Whole, at: InstantText }, strict)),
    /** The live release, which is what can be submitted; null: there is none. */
    live: Nullable(Whole),
    channels: Type.Array(
      Type.Object(
        {
          channel: Id,
          latest: Nullable(SubmissionRecord),
          /** In what the working plan differs from what the partner holds. */
          differs: Type.Array(choice(...parts)),
          /** In what the working plan differs from the live release. */
          unreleased: Type.Array(choice(...parts)),
          obstacle: Nullable(choice(...OBSTACLES)),
          /** Of what would be submitted; null: open, or at once. */
          submitBy: Nullable(InstantText),
          locksAt: Nullable(InstantText),
        },
        strict,
      ),
    ),
  },
  strict,
)
export type PartnerStatusAnswer = Static<typeof PartnerStatusAnswer>

export const SubmitRequest = Type.Object(
  {
    /** The release that was live when it was decided. */
    release: Version,
  },
  strict,
)

/** What a partner decided, entered by hand. */
export const DecisionRequest = Type.Object(
  {
    decision: choice('accepted', 'refused', 'on-hold'),
    /** The partner’s words; empty: none. */
    cause: Type.String({ maxLength: 500, pattern: `^$|${SEEN_TEXT}` }),
  },
  strict,
)
export type DecisionRequest = Static<typeof DecisionRequest>

/** Answers as a partner sends them, signed. */
export const PartnerAnswers = Type.Array(
  Type.Object(
    {
      /** Grows with each answer of the partner. */
      number: Version,
      /** The submission’s idempotency key. */
      submission: Id,
      decision: choice(...decisions),
      causes: Type.Array(CauseSchema, { maxItems: 1000 }),
    },
    strict,
  ),
  { maxItems: 100 },
)
export type PartnerAnswer = Static<typeof PartnerAnswers>[number]

export const DESK_MODES = ['answers', 'slow', 'down', 'twice'] as const
export type DeskMode = (typeof DESK_MODES)[number]
const deskFields = {
  mode: choice(...DESK_MODES),
  /** How many times as fast as the server’s its clock runs; 0: it stands still. */
  factor: Type.Integer({ minimum: 0, maximum: 100_000 }),
  /** After so many hours by its clock it answers. */
  reviewHours: Type.Integer({ minimum: 0, maximum: 240 }),
  /** Least gap of the least price, in basis points, which it doesn't write down. */
  gap: Type.Integer({ minimum: 0, maximum: 10_000 }),
}

/** The simulated partner behind a channel. */
export const DeskRecord = Type.Object(
  {
    channel: Id,
    ...deskFields,
    /** Its present. */
    now: InstantText,
    /** What it received, the latest first. */
    received: Type.Array(
      Type.Object(
        {
          promotion: Id,
          title: Type.String(),
          products: Whole,
          at: InstantText,
          state: choice('under-review', 'replaced', ...decisions),
          decidedAt: Nullable(InstantText),
        },
        strict,
      ),
    ),
  },
  strict,
)
export type DeskRecord = Static<typeof DeskRecord>
export const DesksAnswer = Type.Array(DeskRecord)

export const DeskRequest = Type.Object(
  {
    ...deskFields,
    /** By so many hours its clock is moved on. */
    advanceHours: Type.Integer({ minimum: 0, maximum: 8784 }),
  },
  strict,
)
export type DeskRequest = Static<typeof DeskRequest>
export const DeskParams = Type.Object({ channel: Id }, strict)
