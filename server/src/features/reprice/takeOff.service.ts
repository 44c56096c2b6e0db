import type {
  PromotionRecord,
  SalePriceRemovalAnswer,
  SalePriceRemovalRequest,
  SalePriceRemovalRun,
} from '@novalex/contract'
import { toIso, createPublicPricer, takeOff, type Instant, type Markdown, type Promotion } from '@novalex/core'
import type { Clock } from '../../platform/clock.ts'
import type { RecentFigures } from '../../sources/figures/recentFigures.ts'
import type { Database } from '../../platform/db/openDatabase.ts'
import { AppError } from '../../platform/errors/AppError.ts'
import { GUEST } from '../../sources/plans/resolveQuestion.ts'
import { changePlan } from '../../sources/plans/changePlan.ts'
import type { PlanSource, SourcedPlan } from '../../sources/plans/planSource.ts'
import type { PriceHistory } from '../../sources/history/priceHistory.ts'
import { getPromotion, updatePromotion } from '../../data/promotions/index.ts'
import { findPicked } from './findPicked.ts'

interface TakeOffDeps {
  readonly database: Database
  readonly plans: PlanSource
  readonly clock: Clock
  readonly history: PriceHistory
  readonly figures: RecentFigures
}

/** A sale that holds prices of picked products, and what is left of it without them. */
interface Held {
  readonly skus: ReadonlySet<string>
  readonly before: Promotion
  readonly after: Promotion
}

export interface TakeOffService {
  preview(request: SalePriceRemovalRequest): Promise<SalePriceRemovalAnswer>
  /**
   * Takes the sale prices off, all or nothing; tells the changed promotions as they were. Refused as `stale-plan` unless plan and catalogue are those
   * that were looked at.
   */
  run(request: SalePriceRemovalRun, by: string): Promise<PromotionRecord[]>
}

export function createTakeOffService(deps: TakeOffDeps): TakeOffService {
  const { plans, clock, figures } = deps

  async function find(
    sourced: SourcedPlan,
    { pick, at }: SalePriceRemovalRequest,
  ): Promise<{ products: number; held: Held[] }> {
    const { plan } = sourced
    const moment: Instant = Date.parse(at)
    const products = await findPicked(deps, sourced, { pick, at: moment, now: clock.now() })
    const priceOf = createPublicPricer(plan, moment, { ...GUEST, facts: await figures.facts() })
    const byPromotion = new Map<string, Set<string>>()
    let reduced = 0
    for (const product of products) {
      const { cuts } = priceOf(product)
      if (cuts.length > 0) reduced++
      for (const { entry } of cuts) {
        const { id } = entry.promotion
        byPromotion.set(id, (byPromotion.get(id) ?? new Set()).add(product.sku))
      }
    }
    const held = [...byPromotion].map(([id, skus]) => {
      const before = plan.getPromotion(id).promotion as Promotion & { mechanic: Markdown }
      return { skus, before, after: takeOff(before, skus, plan.catalogue) }
    })
    return { products: reduced, held }
  }

  return {
    async preview(request) {
      const sourced = await plans.get('working')
      const { products, held } = await find(sourced, request)
      const { planRevision, catalogueRevision } = sourced
      const sales = held.map(({ skus, before, after }) => ({
        id: before.id,
        name: before.name,
        products: skus.size,
        stops: after.state === 'stopped',
      }))
      return { planRevision, catalogueRevision, products, sales }
    },
    async run(request, by) {
      const sourced = await plans.get('working')
      const isSeen = (now: Pick<SourcedPlan, 'planRevision' | 'catalogueRevision'>) =>
        now.planRevision === request.planRevision && now.catalogueRevision === request.catalogueRevision
      if (!isSeen(sourced)) throw new AppError('stale-plan')
      // Found before the lock, since it may take long; under the lock the plan is still the one that it was found in.
      const { held } = await find(sourced, request)
      return changePlan(
        deps,
        { by, action: 'remove-sale-prices', subject: 'products' },
        async ({ transaction, at, store }) => {
          if (!isSeen(store)) throw new AppError('stale-plan')
          const records = await Promise.all(held.map(({ before }) => getPromotion(transaction, before.id)))
          for (const [index, record] of records.entries()) {
            const { state, mechanic } = held[index]!.after
            const stamp = { updatedAt: toIso(at), updatedBy: by }
            await updatePromotion(transaction, {
              ...record,
              ...stamp,
              promotion: { ...record.promotion, state, mechanic },
            })
          }
          const names = records.map(({ promotion }) => promotion.name)
          return { result: records, detail: { names } }
        },
      )
    },
  }
}
