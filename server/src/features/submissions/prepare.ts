import type { OccasionRecord, Partner } from '@novalex/contract'
import {
  checkForChannel,
  HOUR_MS,
  toInstant,
  toIso,
  type ChannelFit,
  type CompiledPromotion,
  type Instant,
  type SubmissionContent,
  type SubmissionFacts,
} from '@novalex/core'
import { OCCASIONS, toOccasion } from '../../data/occasions/index.ts'
import { getPromotion } from '../../data/promotions/index.ts'
import type { Sources } from '../../sources/createSources.ts'
import { askAbout } from '../channels/askPartner.ts'

/** When something submitted starts, ends and can't be changed any more; null: at once, without an end, never, or to be confirmed. */
export interface SubmissionTimes {
  readonly startsAt: Instant | null
  readonly endsAt: Instant | null
  readonly locksAt: Instant | null
}

/** A promotion as it could be submitted to a partner. */
export interface Offer extends SubmissionTimes {
  readonly content: SubmissionContent
  readonly isReady: boolean
  /** Whether it goes to the partner. */
  readonly isTarget: boolean
  /** Whether the partner's rules refuse nothing of it. */
  readonly fits: boolean
  readonly submitBy: Instant | null
}

export interface Prepared {
  readonly channel: string
  /** Of the live release; null: it isn't in it. */
  readonly live: Offer | null
  /** Of the working plan. */
  readonly working: Offer | null
}

interface Question {
  readonly id: string
  readonly now: Instant
  /** The channels asked about; absent: those that it goes to in either plan. */
  readonly channels?: readonly string[]
}

/** A promotion of the live release and of the working plan, as each partner would get it. Throws `not-found`. */
export async function prepareSubmissions(sources: Sources, question: Question): Promise<Prepared[]> {
  const { database } = sources
  const { occasion: followed } = await getPromotion(database, question.id)
  const occasion = followed === null ? null : toOccasion(await OCCASIONS.get(database, followed))
  const live = await prepareOf(sources, question, { of: 'live', occasion })
  const working = await prepareOf(sources, question, { of: 'working', occasion })
  return [...new Set([...live.keys(), ...working.keys()])].flatMap((channel) => {
    const prepared = { channel, live: live.get(channel) ?? null, working: working.get(channel) ?? null }
    const isAsked = question.channels
      ? question.channels.includes(channel)
      : prepared.live?.isTarget || prepared.working?.isTarget
    return isAsked ? [prepared] : []
  })
}

async function prepareOf(
  sources: Sources,
  { id, now, channels }: Question,
  { of, occasion }: { readonly of: 'live' | 'working'; readonly occasion: OccasionRecord | null },
): Promise<Map<string, Offer>> {
  const offers = new Map<string, Offer>()
  const asking = await askAbout(sources, id, { now, of })
  if (!asking) return offers
  const entry = (await sources.plans.get(of)).plan.getPromotion(id)
  for (const partner of asking.partners) {
    const isTarget = entry.partners.has(partner.id)
    if (!isTarget && !channels?.includes(partner.id)) continue
    const fit = checkForChannel(await asking.questionFor(partner))
    offers.set(partner.id, toOffer(fit, { entry, partner, occasion, isTarget }))
  }
  return offers
}

interface Offering {
  readonly entry: CompiledPromotion
  readonly partner: Partner
  readonly occasion: OccasionRecord | null
  readonly isTarget: boolean
}

function toOffer(fit: ChannelFit, { entry, partner, occasion, isTarget }: Offering): Offer {
  const { promotion, schedule } = entry
  const event = occasion?.partner?.channel === partner.id ? occasion.partner.key : null
  const startsAt = fit.start
  const endsAt = promotion.schedule.open || !Number.isFinite(schedule.end) ? null : schedule.end
  const toText = (at: Instant | null) => (at === null ? null : toIso(at))
  return {
    content: {
      title: fit.title,
      kind: promotion.mechanic.kind,
      when: event === null ? { start: toText(startsAt), end: toText(endsAt) } : { event },
      products: fit.products.map(({ sku, regular, price, leastPrice }) => {
        return { sku, regular, price: fit.isPriced ? price : null, leastPrice }
      }),
    },
    isReady: promotion.state === 'ready' && (promotion.schedule.open !== true || event !== null),
    isTarget,
    fits: fit.issues.every(({ severity }) => severity !== 'refused'),
    startsAt,
    endsAt,
    submitBy: fit.submitBy,
    // A partner that locks nothing lets a promotion be changed while it runs.
    locksAt: partner.lockHours === 0 ? null : fit.locksAt,
  }
}

/** When a submission of an event takes place, as far as the partner's event has dates by now. */
export function findEventTimes(
  event: string,
  {
    partner,
    occasions,
    zone,
  }: { readonly partner: Partner; readonly occasions: readonly OccasionRecord[]; readonly zone: string },
): SubmissionTimes & Pick<SubmissionFacts, 'isOpen'> {
  const dates = occasions.find((one) => one.partner?.channel === partner.id && one.partner.key === event)?.dates
  if (!dates) return { isOpen: true, startsAt: null, endsAt: null, locksAt: null }
  const startsAt = toInstant(dates.start, zone)
  const locksAt = partner.lockHours === 0 ? null : startsAt - partner.lockHours * HOUR_MS
  return { isOpen: false, startsAt, endsAt: toInstant(dates.end, zone), locksAt }
}
