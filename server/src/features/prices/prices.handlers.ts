import {
  toIso,
  computeHorizon,
  computePriorPrice,
  computeStruckPrice,
  computeUnitPrices,
  type HistorySpan,
} from '@novalex/core'
import { getProduct } from '../catalogue/products.service.ts'
import type { Clock } from '../../platform/clock.ts'
import type { RecentFigures } from '../../sources/figures/recentFigures.ts'
import type { Database } from '../../platform/db/openDatabase.ts'
import type { HandlersOf } from '../../http/serveEndpoints.ts'
import { resolveQuestion } from '../../sources/plans/resolveQuestion.ts'
import type { PlanSource } from '../../sources/plans/planSource.ts'
import { findReleasedPlan, listReleases } from '../../data/releases/index.ts'
import { presentOf, type PriceHistory } from '../../sources/history/priceHistory.ts'

interface Deps {
  readonly database: Database
  readonly plans: PlanSource
  readonly clock: Clock
  readonly history: PriceHistory
  readonly figures: RecentFigures
}

/** Past, current and planned prices of a product. */
export function createPricesHandlers({
  database,
  plans,
  clock,
  history,
  figures,
}: Deps): HandlersOf<'getProductHistory'> {
  return {
    getProductHistory: async ({ params, query }) => {
      const sourced = await resolveQuestion(query, { plans, clock })
      const { plan, now: at, guest } = sourced
      const product = getProduct(plan, params.sku)
      const now = presentOf(clock.now(), at)
      const facts = await figures.facts()
      const to = Math.max(computeHorizon([plan], now), at + 1)
      const spans = (await history.of([product], { ahead: sourced, now, to, channel: query.channel })).get(product.sku)!
      const prior = computePriorPrice(spans, at, plan.store.priorDays)
      const present = spans.find(({ from, until }) => from <= at && at < until)
      return {
        spans: spans.map(writeSpan),
        names: await findNames(database, spans, plan),
        prior: prior && {
          began: toIso(prior.began),
          price: prior.price,
          at: prior.at === null ? null : toIso(prior.at),
        },
        struck: present ? computeStruckPrice(present, prior?.price ?? null) : null,
        bySales: computeUnitPrices(plan, product, at, { ...guest, facts }).map((one) => ({
          ...one,
          at: toIso(one.at),
        })),
      }
    },
  }
}

function writeSpan({ from, until, promotions, ...span }: HistorySpan) {
  return { ...span, from: toIso(from), until: toIso(until), promotions }
}

/** Names as the plan has them; of promotions that it has no longer, as the latest release that had them. */
async function findNames(
  database: Database,
  spans: readonly HistorySpan[],
  plan: { findPromotion(id: string): { promotion: { name: string } } | undefined },
): Promise<Record<string, string>> {
  const ids = new Set(spans.flatMap(({ promotions }) => promotions))
  const names = new Map([...ids].map((id) => [id, plan.findPromotion(id)?.promotion.name]))
  for (const { number } of await listReleases(database)) {
    if ([...names.values()].every((name) => name !== undefined)) break
    const released = await findReleasedPlan(database, number)
    for (const { id, name } of released?.promotions ?? []) if (names.has(id)) names.set(id, names.get(id) ?? name)
  }
  return Object.fromEntries([...names].map(([id, name]) => [id, name ?? id]))
}
