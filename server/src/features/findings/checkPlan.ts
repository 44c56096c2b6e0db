import { createHash } from 'node:crypto'
import { SHOP_CHANNEL, type Channel, type Partner } from '@novalex/contract'
import {
  computeFindings,
  definitionOf,
  findTests,
  findTraits,
  listDeliveries,
  type CompiledPlan,
  type Finding,
  type LowestPrice,
  type Product,
  type Proof,
  type ProofInput,
  type ProofMemory,
  type Subject,
} from '@novalex/core'
import type { RecentFigures } from '../../sources/figures/recentFigures.ts'
import { listBatches } from '../../data/codes/index.ts'
import type { Database } from '../../platform/db/openDatabase.ts'
import { EN_WORDING } from '../../locale/en/wording.ts'
import { datesOf, OCCASIONS, toOccasion } from '../../data/occasions/index.ts'
import { listKnownShoppers, listLabelNames } from '../../data/shoppers/index.ts'
import { asksForChannel } from '../../sources/plans/asksForChannel.ts'
import type { PlanSource, SourcedPlan } from '../../sources/plans/planSource.ts'
import type { PriceHistory } from '../../sources/history/priceHistory.ts'
import { listPromotions } from '../../data/promotions/index.ts'
import { getStore, type StoreRecord } from '../../data/store/index.ts'
import { createFigureWriter } from '../../sources/cart/shopTexts.ts'
import { findLowest } from '../channels/askPartner.ts'
import { listTestCarts } from '../../data/testCarts/index.ts'
import type { KnownFinding } from '../../data/findings/index.ts'

export interface CheckQuestion {
  /** The working plan, or a release by its number. */
  readonly plan: string
  readonly now: number
}

interface CheckDeps {
  readonly database: Database
  readonly plans: PlanSource
  readonly history: PriceHistory
  readonly figures: RecentFigures
  /** Cached results of earlier checks in a channel; only for the working plan. */
  readonly memoryOf: (channel: string) => ProofMemory | undefined
}

/**
 * Checks a plan with all that is known of its products, what was sold, and what surrounds it: in the shop's channel, and in each other where a
 * promotion asks for the channel. What is found in several is one finding, with the proof of the first.
 */
export async function checkPlanThoroughly(
  deps: CheckDeps,
  question: CheckQuestion,
): Promise<{ readonly revision: number; readonly findings: KnownFinding[] }> {
  const { input, revision, channels, pastIn } = await readProofInput(deps, question)
  const stampOf = createStamp(input)
  const found = new Map<string, KnownFinding>()
  for (const channel of asksForChannel(input.plan) ? channels : [SHOP_CHANNEL]) {
    const { channels: _partners, ...others } = input
    const own = channel === SHOP_CHANNEL ? input : { ...others, channel, past: await pastIn(channel) }
    for (const finding of computeFindings(own, { memory: deps.memoryOf(channel) })) {
      const id = idOf(finding)
      if (found.has(id)) continue
      found.set(id, { ...finding, proof: inChannel(finding.proof, channel), id, stamp: stampOf(finding.subjects) })
    }
  }
  return { revision, findings: [...found.values()] }
}

/** A plan with all that is known of its products, what was sold, and what surrounds it. */
async function readProofInput(
  { database, plans, history, figures }: CheckDeps,
  { plan: name, now }: CheckQuestion,
): Promise<{
  readonly input: ProofInput
  readonly revision: number
  /** The shop's first. */
  readonly channels: readonly string[]
  readonly pastIn: (channel: string) => Promise<ProofInput['past']>
}> {
  figures.forget()
  const sourced = await plans.get(name)
  const live = name === 'working' ? (await plans.get('live')).plan : null
  const [records, occasions, testCarts, batches, facts, { bySku: stock }, sold, store] = await Promise.all([
    listPromotions(database),
    OCCASIONS.list(database),
    listTestCarts(database),
    listBatches(database),
    figures.facts(),
    figures.allStock(sourced.catalogueRevision),
    figures.sold(sourced.catalogueRevision, now),
    getStore(database),
  ])
  const codes: Record<string, { made: number; open: number }> = {}
  for (const { promotion, made, unused, state } of batches) {
    if (state === 'void') continue
    const own = codes[promotion] ?? { made: 0, open: 0 }
    codes[promotion] = { made: own.made + made, open: own.open + unused }
  }
  const pastIn = (channel: string) => readPast(history, sourced, { now, channel })
  const input: ProofInput = {
    plan: sourced.plan,
    now,
    facts,
    live,
    channel: SHOP_CHANNEL,
    deliveries: listDeliveries(store.delivery),
    there: await readThere(database, sourced.plan, store.channels),
    stock,
    sold,
    past: await pastIn(SHOP_CHANNEL),
    occasions: occasions.map((record) => {
      const { id, estimate = null } = toOccasion(record)
      return { id, dates: datesOf(record.content), estimate }
    }),
    follows: Object.fromEntries(
      records.flatMap(({ promotion: { id }, occasion }) => (occasion ? [[id, occasion]] : [])),
    ),
    codes,
    testCarts: testCarts.map(({ id, name: called, at, cart, expected }) => {
      return { id, name: called, at: at === null ? null : Date.parse(at), cart, expected }
    }),
    channels: await readPartners({ database, history, figures }, { sourced, store, now }),
    wording: EN_WORDING,
  }
  const ids = store.channels.flatMap(({ id, kind }) => (kind === 'own' ? [id] : []))
  const channels = [SHOP_CHANNEL, ...ids.filter((id) => id !== SHOP_CHANNEL)]
  return { input, revision: sourced.planRevision, channels, pastIn }
}

/** The partner channels, with what their rules ask about the promotions that go there. */
async function readPartners(
  { database, history, figures }: Pick<CheckDeps, 'database' | 'history' | 'figures'>,
  { sourced, store, now }: { readonly sourced: SourcedPlan; readonly store: StoreRecord; readonly now: number },
): Promise<NonNullable<ProofInput['channels']>> {
  const { plan } = sourced
  const partners = store.channels.filter((channel): channel is Partner => channel.kind === 'partner')
  const read = partners.map(async ({ id: channel, ...terms }) => {
    const lowest = new Map<string, ReadonlyMap<string, LowestPrice>>()
    for (const { id, partners: targets, promotion, schedule } of plan.promotions) {
      if (promotion.state !== 'ready' || schedule.end <= now || !targets.has(channel)) continue
      const asked = { plan, promotion: id, now, open: null }
      lowest.set(id, await findLowest({ database, history }, asked, { channel, terms, ahead: sourced }))
    }
    return { id: channel, terms, lowest }
  })
  return {
    partners: await Promise.all(read),
    listings: await figures.listings(sourced.catalogueRevision),
    format: createFigureWriter({ currency: store.store.currency, locale: store.locale }),
  }
}

/** What conditions may name. There are no audiences yet. */
async function readThere(
  database: Database,
  { promotions, ...plan }: CompiledPlan,
  channels: readonly Channel[],
): Promise<ProofInput['there']> {
  const traits = promotions.flatMap(({ promotion }) => findTraits(findTests(promotion.when), plan))
  const namesOf = (of: 'groups' | 'tags' | 'id') => traits.flatMap((trait) => (trait.of === of ? trait.name : []))
  const labels = async (of: 'groups' | 'tags') => (namesOf(of).length > 0 ? listLabelNames(database, of) : [])
  const [groups, tags, shoppers] = [
    await labels('groups'),
    await labels('tags'),
    await listKnownShoppers(database, namesOf('id')),
  ]
  const channel = new Set(channels.map(({ id }) => id))
  return { groups: new Set(groups), tags: new Set(tags), audiences: new Set(), id: new Set(shoppers), channel }
}

/** Price history of the products whose shelf price a promotion will lower. */
async function readPast(
  history: PriceHistory,
  sourced: SourcedPlan,
  { now, channel }: { readonly now: number; readonly channel: string },
): Promise<ProofInput['past']> {
  const { plan } = sourced
  const reaches = plan.promotions.flatMap(({ phase, promotion: { state, mechanic }, schedule }) =>
    phase === 1 && state === 'ready' && schedule.end > now ? definitionOf(mechanic).reaches(mechanic) : [],
  )
  const matchers = [...new Set(reaches.map(plan.matcherOf))]
  const isReached = (product: Product) => matchers.some((matches) => matches(product, product.regularPrice))
  return history.of(plan.catalogue.products.filter(isReached), { ahead: sourced, now, to: now + 1, channel })
}

const inChannel = (proof: Proof, channel: string): Proof =>
  'sku' in proof && channel !== SHOP_CHANNEL ? { ...proof, channel } : proof

function idOf({ kind, key }: Finding): string {
  return `${kind}-${hash(key)}`
}

const hash = (text: string) => createHash('sha256').update(text).digest('hex').slice(0, 16)

/** Hash of a finding's subjects; changes when any of them is edited. */
function createStamp({ plan, occasions, testCarts, channels }: ProofInput) {
  const contentOf = ({ kind, id }: Subject): unknown => {
    switch (kind) {
      case 'promotion': {
        const { rank: _rank, ...content } = plan.findPromotion(id)?.promotion ?? { rank: 0 }
        return content
      }
      case 'product':
        return plan.catalogue.bySku.get(id)
      case 'occasion':
        return occasions.find((one) => one.id === id)
      case 'testCart':
        return testCarts.find((one) => one.id === id)
      case 'channel':
        return channels?.partners.find((one) => one.id === id)?.terms
      default:
        return kind satisfies never
    }
  }
  return (subjects: readonly Subject[]) => hash(JSON.stringify(subjects.map(contentOf)))
}
