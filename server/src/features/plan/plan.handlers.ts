import { deepestJob, momentsJob, quoteJob } from './plan.jobs.ts'
import { SHOP_CHANNEL } from '@novalex/contract'
import {
  HOUR_MS,
  checkOrder,
  computeQuote,
  createProblem,
  DAY_MS,
  definitionOf,
  type CompiledPlan,
  type Product,
} from '@novalex/core'
import type { Clock } from '../../platform/clock.ts'
import { refuseIfAny } from '../../platform/errors/AppError.ts'
import { JsonText, type HandlersOf } from '../../http/serveEndpoints.ts'
import type { Answers } from '../../jobs/createAnswers.ts'
import type { Threads } from '../../jobs/threads.ts'
import { isLargeOrder } from '../../sources/plans/isLargeOrder.ts'
import type { PlanSource } from '../../sources/plans/planSource.ts'
import { resolveQuestion } from '../../sources/plans/resolveQuestion.ts'

interface Deps {
  readonly plans: PlanSource
  readonly threads: Threads
  readonly answers: Answers
  readonly clock: Clock
}

type Own = 'getPlan' | 'getMoments' | 'getDeepest' | 'priceCart'

export function createPlanHandlers({ plans, threads, answers, clock }: Deps): HandlersOf<Own> {
  return {
    getPlan: async ({ query }) => {
      const { plan } = await resolveQuestion(query, { plans, clock })
      const { store, catalogue, promotions, partners } = plan
      return {
        store,
        categories: [...catalogue.categories.values()],
        sets: [...catalogue.sets.values()].map(({ id, skus }) => ({ id, skus })),
        promotions: promotions.map(({ promotion }) => promotion),
        partners: [...partners],
        gifts: findGifts(plan),
      }
    },
    getMoments: async ({ query: { plan: name = 'working', channel = SHOP_CHANNEL } }) => {
      const { key } = await plans.get(name)
      // They stay the same until the plan or the hour changes.
      const now = Math.floor(clock.now() / HOUR_MS) * HOUR_MS
      return answers.of(momentsJob, key, { plan: name, now, channel })
    },
    getDeepest: async ({ query: { plan = 'working', channel = SHOP_CHANNEL, ...window } }) => {
      const [from, to] = [Date.parse(window.from), Date.parse(window.to)]
      if (to <= from || to - from > LONGEST_WINDOW_MS) refuseIfAny([createProblem('bad-window', 'to')])
      const { key } = await plans.get(plan)
      return answers.of(deepestJob, key, { plan, channel, from, to })
    },
    priceCart: async ({ body }) => {
      const name = body.plan ?? 'live'
      const { plan, now } = await resolveQuestion({ plan: name, at: body.at }, { plans, clock })
      const { cart, facts = {}, codes = {}, stock } = body
      const order = { now, cart, facts, codes, ...(stock ? { stock } : {}) }
      refuseIfAny(checkOrder(plan, order))
      if (isLargeOrder(plan, order.cart)) return new JsonText(await threads.run(quoteJob, { plan: name, order }))
      return computeQuote(plan, order)
    },
  }
}

function findGifts({ promotions, catalogue }: CompiledPlan): Product[] {
  const skus = promotions.flatMap(({ promotion: { mechanic } }) => definitionOf(mechanic).gifts?.(mechanic, []) ?? [])
  return [...new Set(skus)].flatMap((sku) => catalogue.bySku.get(sku) ?? [])
}

/** A year and a month, the longest that a calendar shows. */
const LONGEST_WINDOW_MS = 400 * DAY_MS
