import { pairJob } from './stacking.jobs.ts'
import { toIso, computeMeetings, listDeliveries } from '@novalex/core'
import { getStore } from '../../data/store/index.ts'
import { getProduct } from '../catalogue/products.service.ts'
import type { Clock } from '../../platform/clock.ts'
import type { Database } from '../../platform/db/openDatabase.ts'
import type { HandlersOf } from '../../http/serveEndpoints.ts'
import type { PlanSource } from '../../sources/plans/planSource.ts'
import { GUEST } from '../../sources/plans/resolveQuestion.ts'
import type { Answers } from '../../jobs/createAnswers.ts'
import { changeStacking } from './stacking.service.ts'

interface Deps {
  readonly database: Database
  readonly plans: PlanSource
  readonly answers: Answers
  readonly clock: Clock
}

type Own = 'getPair' | 'getMeetings' | 'saveStacking'

/** Stack groups, and how two promotions combine on one cart. */
export function createStackingHandlers({ database, plans, answers, clock }: Deps): HandlersOf<Own> {
  return {
    getPair: async ({ query }) => {
      const { key } = await plans.get('working')
      const deliveries = listDeliveries((await getStore(database)).delivery)
      return answers.of(pairJob, key, { ...query, deliveries })
    },
    getMeetings: async ({ query: { sku } }) => {
      const { plan } = await plans.get('working')
      const product = getProduct(plan, sku)
      const { promotions, meetings, lowest } = computeMeetings(plan, product, clock.now(), GUEST)
      const { from, price, promotions: causes } = lowest
      return {
        product,
        promotions,
        meetings,
        lowest: { at: toIso(from), price, promotions: causes },
      }
    },
    saveStacking: async ({ body, by }) => {
      await changeStacking({ database, clock }, body, by)
    },
  }
}
