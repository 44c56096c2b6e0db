import type { Partner } from '@novalex/contract'
import {
  compileOthers,
  dateOf,
  DAY_MS,
  findRulesOn,
  findStart,
  reachesOf,
  toLocal,
  type ChannelQuestion,
  type CompiledPlan,
  type Instant,
  type LowestPrice,
  type PartnerTerms,
} from '@novalex/core'
import { OCCASIONS, toOccasion } from '../../data/occasions/index.ts'
import { listLowestPaid } from '../../data/orders/index.ts'
import { getPromotion } from '../../data/promotions/index.ts'
import { getStore } from '../../data/store/index.ts'
import { createFigureWriter } from '../../sources/cart/shopTexts.ts'
import type { Sources } from '../../sources/createSources.ts'
import type { SourcedPlan } from '../../sources/plans/planSource.ts'

/** A promotion of the working plan and the partners that it may go to. */
export interface Asking {
  readonly partners: readonly Partner[]
  /** The question that a partner's rules answer. Asks the database for what the rules in force need. */
  readonly questionFor: (partner: Partner) => Promise<ChannelQuestion>
}

/**
 * A promotion of a plan as it would be submitted: ready, and going to every partner. Null for one that the plan does not hold, such as one that is
 * put away. Throws `not-found`.
 */
export async function askAbout(
  sources: Sources,
  id: string,
  { now, of = 'working' }: { readonly now: Instant; readonly of?: 'working' | 'live' },
): Promise<Asking | null> {
  const { database, plans, figures } = sources
  const { occasion } = await getPromotion(database, id)
  const { store, locale, channels } = await getStore(database)
  const sourced = await plans.get(of)
  if (!sourced.plan.findPromotion(id)) return null
  const partners = channels.filter((channel): channel is Partner => channel.kind === 'partner')
  const { plan, isOpen } = toSubmitted(sourced.plan, id)
  const [facts, listings, { bySku: stock }, sold, occasions] = await Promise.all([
    figures.facts(),
    figures.listings(sourced.catalogueRevision),
    figures.allStock(sourced.catalogueRevision),
    figures.sold(sourced.catalogueRevision, now),
    occasion === null || !isOpen ? [] : OCCASIONS.list(database),
  ])
  const followed = occasions.find((one) => one.id === occasion)
  const open = isOpen ? { estimate: followed ? (toOccasion(followed).estimate ?? null) : null } : null
  const shared = { plan, promotion: id, now, open, facts, listings, stock, sold }
  const format = createFigureWriter({ currency: store.currency, locale })
  return {
    partners,
    questionFor: async (terms) => {
      const lowest = await findLowest(sources, shared, { channel: terms.id, terms, ahead: sourced })
      return { ...shared, channel: terms.id, terms, lowest, format }
    },
  }
}

/** A promotion whose dates are open is priced as if it held from now on. */
function toSubmitted(plan: CompiledPlan, id: string): { readonly plan: CompiledPlan; readonly isOpen: boolean } {
  const entry = plan.getPromotion(id)
  const { promotion } = entry
  const isOpen = promotion.schedule.open === true
  const { open: _open, ...schedule } = promotion.schedule
  const known = promotion.partners ?? []
  const others = [...plan.partners].filter((channel) => !entry.partners.has(channel))
  if (promotion.state === 'ready' && !isOpen && others.length === 0) return { plan, isOpen }
  const partners = [...known, ...others.map((channel) => ({ channel }))]
  const submitted = { ...promotion, state: 'ready' as const, schedule, partners }
  const all = plan.promotions.map((one) => (one === entry ? submitted : one.promotion))
  return { plan: compileOthers(plan, all), isOpen }
}

interface LowestQuestion {
  readonly channel: string
  readonly terms: PartnerTerms
  /** The plan without the promotion in that channel, or before it starts. */
  readonly ahead: SourcedPlan
}

/** The lowest price of each product of a promotion in the days before it starts, as the partner's rules count it; empty where they do not. */
export async function findLowest(
  { database, history }: Pick<Sources, 'database' | 'history'>,
  asked: Parameters<typeof findStart>[0],
  { channel, terms, ahead }: LowestQuestion,
): Promise<ReadonlyMap<string, LowestPrice>> {
  const { plan, now } = asked
  const from = findStart(asked)
  const lowestBefore = findRulesOn(terms, dateOf(toLocal(from, plan.store.timeZone)))?.values.lowestBefore
  const found = new Map<string, LowestPrice>()
  if (!lowestBefore) return found
  const since = from - lowestBefore.days * DAY_MS
  if (lowestBefore.counts === 'paid') {
    return listLowestPaid(database, { channel, since: new Date(since), until: new Date(from) })
  }
  const matchers = reachesOf(plan.getPromotion(asked.promotion).promotion.mechanic).map(plan.matcherOf)
  const products = plan.catalogue.products.filter((one) => matchers.some((matches) => matches(one, one.regularPrice)))
  for (const [sku, spans] of await history.of(products, { ahead, now, to: from, channel })) {
    for (const { from: began, until, price } of spans) {
      if (until <= since || began >= from) continue
      const lowest = found.get(sku)
      if (!lowest || price <= lowest.price) found.set(sku, { price, at: Math.min(until, from) - 1 })
    }
  }
  return found
}
