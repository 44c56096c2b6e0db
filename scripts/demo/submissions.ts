import type { Cause } from '@novalex/contract'
import type { Instant, PartnerDecision, SubmissionContent } from '@novalex/core'
import { insertReceived, saveDesk, type ReceivedState } from '../../server/src/data/standIn/index.ts'
import { insertSubmission, settleDecision, settleSending } from '../../server/src/data/submissions/index.ts'
import { prepareSubmissions } from '../../server/src/features/submissions/prepare.ts'
import type { Database } from '../../server/src/platform/db/openDatabase.ts'
import { createSources } from '../../server/src/sources/createSources.ts'
import { DEMO_PEOPLE } from './people.ts'

const HOUR_MS = 3_600_000
const BY = DEMO_PEOPLE.find(({ role }) => role === 'planner')!.name

interface DemoSubmission {
  /** Name of the promotion. */
  readonly promotion: string
  readonly channel: string
  /** Hours ago. */
  readonly sent: number
  readonly decided?: number
  readonly decision?: PartnerDecision
  readonly causes?: (content: SubmissionContent) => Cause[]
  /** What the catalogue said when it was submitted. */
  readonly before?: (content: SubmissionContent) => SubmissionContent
}

const overlapWith = (text: string) => () => [{ code: 'overlap' as const, sku: null, text }]
/** A regular price that has gone up since. */
const atOldPrice = (content: SubmissionContent): SubmissionContent => ({
  ...content,
  products: content.products.map((one, index) =>
    index === 0 ? { ...one, regular: one.regular - 20, price: one.price && one.price - 20 } : one,
  ),
})

/** What was submitted since the release, in each state that can be reached in a day. */
const SUBMISSIONS: readonly DemoSubmission[] = [
  { promotion: 'Studio days: 20% off small treats', channel: 'tallow-lane', sent: 24 },
  { promotion: 'Markers: €0.80 off each', channel: 'tallow-lane', sent: 23, decided: 9, decision: 'accepted' },
  {
    promotion: 'Markers: €0.80 off each',
    channel: 'obersee-bazaar',
    sent: 23,
    decided: 8,
    decision: 'accepted',
    before: atOldPrice,
  },
  {
    promotion: 'Sketchbooks: one price',
    channel: 'tallow-lane',
    sent: 22,
    decided: 6,
    decision: 'refused',
    causes: ({ products }) => products.slice(0, 2).map(({ sku }) => ({ code: 'least-price-gap', sku, text: '' })),
  },
  {
    promotion: 'Clay: 40% off before new sizes',
    channel: 'obersee-bazaar',
    sent: 23,
    decided: 2,
    decision: 'on-hold',
    causes: overlapWith('Clay club: 25% off'),
  },
  {
    promotion: 'Clay club: 25% off',
    channel: 'obersee-bazaar',
    sent: 23,
    decided: 2,
    decision: 'on-hold',
    causes: overlapWith('Clay: 40% off before new sizes'),
  },
  { promotion: 'Fair: €5 off €30 for a first desk', channel: 'obersee-bazaar', sent: 21, decided: 7, decision: 'accepted' },
]

/** Fills both sides: what the store submitted, and what the simulated partners received. */
export async function seedSubmissions(transaction: Database, now: Instant): Promise<void> {
  const sources = createSources(transaction)
  for (const channel of ['tallow-lane', 'obersee-bazaar']) {
    const reviewHours = channel === 'tallow-lane' ? 48 : 24
    const wallAt = Date.now()
    await saveDesk(transaction, { channel, mode: 'answers', factor: 1, reviewHours, gap: reviewHours === 48 ? 200 : 0, clockAt: now, wallAt })
  }
  for (const [index, { promotion: name, channel, sent, decided, decision, causes, before }] of SUBMISSIONS.entries()) {
    const { id: promotion } = (await transaction('promotions').where({ name }).first('id')) as { id: string }
    const [prepared] = await prepareSubmissions(sources, { id: promotion, now, channels: [channel] })
    const { content: present, startsAt, endsAt, locksAt } = prepared!.live!
    const content = before ? before(present) : present
    const id = `demo-submission-${index + 1}`
    const at = now - sent * HOUR_MS
    const pair = { promotion, channel, content }
    await insertSubmission(transaction, { ...pair, id, action: 'submit', release: 1, startsAt, endsAt, locksAt, at, by: BY, isSent: true })
    await settleSending(transaction, { id, sentAt: at, note: '', againS: null })
    const decidedAt = decided === undefined ? null : now - decided * HOUR_MS
    const state: ReceivedState = decision ?? 'under-review'
    await insertReceived(transaction, channel, { key: id, promotion, content, receivedAt: at, state, decidedAt })
    if (!decision || decidedAt === null) continue
    await settleDecision(transaction, { id, decision, causes: causes?.(content) ?? [], at: decidedAt, answer: null })
  }
}
