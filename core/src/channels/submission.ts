import { DAY_MS, type Instant, type MinorUnits } from '../values/index.ts'

/** A product as it is submitted. Money in minor units. */
export interface SubmittedProduct {
  readonly sku: string
  readonly regular: MinorUnits
  /** Null for an offer whose effect depends on the cart. */
  readonly price: MinorUnits | null
  /** The least price reported; null where the partner asks for none. */
  readonly leastPrice: MinorUnits | null
}

/** What a partner is sent about a promotion. Instants as ISO 8601 in UTC. */
export interface SubmissionContent {
  readonly title: string
  /** Type of the promotion. */
  readonly kind: string
  /** Its dates, or a partner's event by the partner's key: never both. Null: at once, or without an end. */
  readonly when: { readonly start: string | null; readonly end: string | null } | { readonly event: string }
  readonly products: readonly SubmittedProduct[]
}

export type SubmissionPart = 'title' | 'kind' | 'when' | 'products' | 'prices'

/** The parts in which two submissions differ; empty: they are alike. The order of products doesn't count. */
export function compareSubmissions(a: SubmissionContent, b: SubmissionContent): SubmissionPart[] {
  const known = new Map(a.products.map((one) => [one.sku, one]))
  const isSameProducts = a.products.length === b.products.length && b.products.every(({ sku }) => known.has(sku))
  const isSamePrices = b.products.every((one) => {
    const other = known.get(one.sku)
    if (!other) return true
    return one.regular === other.regular && one.price === other.price && one.leastPrice === other.leastPrice
  })
  const parts: [SubmissionPart, boolean][] = [
    ['title', a.title === b.title],
    ['kind', a.kind === b.kind],
    ['when', JSON.stringify(a.when) === JSON.stringify(b.when)],
    ['products', isSameProducts],
    ['prices', isSamePrices],
  ]
  return parts.flatMap(([part, isSame]) => (isSame ? [] : [part]))
}

export type PartnerDecision = 'accepted' | 'refused' | 'on-hold' | 'withdrawn'

/** The latest submission of a promotion to a partner, as far as its state depends on it. */
export interface SubmissionFacts {
  readonly action: 'submit' | 'withdraw'
  /** When the partner received it; null: it hasn't. */
  readonly sentAt: Instant | null
  /** Whether no further attempt is made to send it. */
  readonly hasFailed: boolean
  /** Null: no answer yet. */
  readonly decision: PartnerDecision | null
  /** Whether it is for an event whose dates aren't known yet. */
  readonly isOpen: boolean
  /** Of the period submitted; null: at once, without an end, or not known yet. */
  readonly startsAt: Instant | null
  readonly endsAt: Instant | null
  /** From when nothing can be changed; null: never, or not known yet. */
  readonly locksAt: Instant | null
}

export type SubmissionState =
  | 'sending'
  | 'not-sent'
  | 'submitted'
  | 'accepted'
  | 'refused'
  | 'on-hold'
  | 'locked'
  | 'ended'
  | 'withdrawing'
  | 'withdrawn'

/** The state of a submission at an instant. Source: docs/channels.md, "Submissions". */
export function computeSubmissionState(facts: SubmissionFacts, now: Instant): SubmissionState {
  const { action, decision, sentAt, hasFailed, endsAt } = facts
  if (decision === 'withdrawn' || decision === 'refused') return decision
  if (endsAt !== null && endsAt <= now) return 'ended'
  if (hasFailed) return 'not-sent'
  if (action === 'withdraw') return 'withdrawing'
  if (sentAt === null) return 'sending'
  if (decision === 'on-hold') return decision
  if (isSubmissionLocked(facts, now)) return 'locked'
  return decision === 'accepted' ? 'accepted' : 'submitted'
}

/** Whether the partner has the promotion, or will: it was neither refused, withdrawn, nor given up, and isn't over. */
export function isSubmissionHeld(facts: SubmissionFacts, now: Instant): boolean {
  const state = computeSubmissionState(facts, now)
  // What couldn't be withdrawn is still there; what couldn't be submitted never was.
  if (state === 'not-sent') return facts.action === 'withdraw'
  return !['refused', 'withdrawn', 'withdrawing', 'ended'].includes(state)
}

/** Whether the partner holds something that can't be changed or stopped any more. */
export function isSubmissionLocked({ decision, sentAt, locksAt, endsAt }: SubmissionFacts, now: Instant): boolean {
  if (sentAt === null || decision === 'refused' || decision === 'withdrawn' || locksAt === null) return false
  return locksAt <= now && (endsAt === null || now < endsAt)
}

/** Whether the partner shows it. */
export function isSubmissionVisible(facts: SubmissionFacts, now: Instant): boolean {
  const { decision, startsAt, endsAt, isOpen } = facts
  return (
    !isOpen && decision === 'accepted' && (startsAt === null || startsAt <= now) && (endsAt === null || now < endsAt)
  )
}

/** Days after a submission on which a missing answer is pointed out. */
const REMINDER_DAYS = [5, 2, 1] as const

/** The last day of reminding that has passed without an answer; null: none, or nothing to be reminded of. */
export function findReminder(facts: SubmissionFacts, now: Instant): (typeof REMINDER_DAYS)[number] | null {
  const { sentAt, decision } = facts
  if (sentAt === null || decision !== null || computeSubmissionState(facts, now) === 'ended') return null
  return REMINDER_DAYS.find((days) => now - sentAt >= days * DAY_MS) ?? null
}
