import { createHash } from 'node:crypto'
import { SHOP_CHANNEL, type Channel } from '@novalex/contract'
import {
  computeFindings,
  definitionOf,
  findTests,
  findTraits,
  listDeliveries,
  type CompiledPlan,
  type Finding,
  type Product,
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
import type { PlanSource, SourcedPlan } from '../../sources/plans/planSource.ts'
import type { PriceHistory } from '../../sources/history/priceHistory.ts'
import { listPromotions } from '../../data/promotions/index.ts'
import { getStore } from '../../data/store/index.ts'
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
  /** Cached results of earlier checks; only for the working plan. */
  readonly memory?: ProofMemory | undefined
}

/** Checks a plan with all that is known of its products, what was sold, and what surrounds it. */
export async function checkPlanThoroughly(
  deps: CheckDeps,
  question: CheckQuestion,
): Promise<{ readonly revision: number; readonly findings: KnownFinding[] }> {
  const { input, revision } = await readProofInput(deps, question)
  const stampOf = createStamp(input)
  const findings = computeFindings(input, { memory: deps.memory }).map((finding): KnownFinding => {
    return { ...finding, id: idOf(finding), stamp: stampOf(finding.subjects) }
  })
  return { revision, findings }
}

/** A plan with all that is known of its products, what was sold, and what surrounds it. */
async function readProofInput(
  { database, plans, history, figures }: CheckDeps,
  { plan: name, now }: CheckQuestion,
): Promise<{ readonly input: ProofInput; readonly revision: number }> {
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
    past: await readPast(history, sourced, now),
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
    wording: EN_WORDING,
  }
  return { input, revision: sourced.planRevision }
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
async function readPast(history: PriceHistory, sourced: SourcedPlan, now: number): Promise<ProofInput['past']> {
  const { plan } = sourced
  const reaches = plan.promotions.flatMap(({ phase, promotion: { state, mechanic }, schedule }) =>
    phase === 1 && state === 'ready' && schedule.end > now ? definitionOf(mechanic).reaches(mechanic) : [],
  )
  const matchers = [...new Set(reaches.map(plan.matcherOf))]
  const isReached = (product: Product) => matchers.some((matches) => matches(product, product.regularPrice))
  return history.of(plan.catalogue.products.filter(isReached), { ahead: sourced, now, to: now + 1 })
}

function idOf({ kind, key }: Finding): string {
  return `${kind}-${hash(key)}`
}

const hash = (text: string) => createHash('sha256').update(text).digest('hex').slice(0, 16)

/** Hash of a finding's subjects; changes when any of them is edited. */
function createStamp({ plan, occasions, testCarts }: ProofInput) {
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
      default:
        return kind satisfies never
    }
  }
  return (subjects: readonly Subject[]) => hash(JSON.stringify(subjects.map(contentOf)))
}
