import { MeetingsQuery, PairQuery, StackingRequest, type MeetingsAnswer, type PairAnswer } from '@novalex/contract'
import { computeMeetings, computePair, createProblem, type CompiledPlan, type Promotion } from '@novalex/core'
import { Router } from 'express'
import { recordActivity } from '../activity/activity.repository.ts'
import { getProduct } from '../catalogue/products.service.ts'
import type { Clock } from '../clock.ts'
import type { Database } from '../db/openDatabase.ts'
import { actorOf } from '../http/actor.ts'
import { AppError, refuseIfAny } from '../http/AppError.ts'
import { parseBody, parseQuery } from '../http/validate.ts'
import { ONLOOKER } from '../plan/ask.ts'
import type { PlanSource } from '../plan/planSource.ts'
import { countPlanRevision, lockStore, saveStore } from '../store/store.repository.ts'

interface StackingDeps {
  readonly database: Database
  readonly plans: PlanSource
  readonly clock: Clock
}

/** What goes with what: the store's groups, and two promotions on one cart. */
export function createStackingRoutes({ database, plans, clock }: StackingDeps): Router {
  const routes = Router()
  routes.get('/pair', async (request, response) => {
    const { first, second } = parseQuery(PairQuery, request)
    const { plan } = await plans.get('working')
    const answer = computePair(getPromotion(plan, first), getPromotion(plan, second), plan)
    response.json(answer satisfies PairAnswer)
  })
  routes.get('/meetings', async (request, response) => {
    const { sku } = parseQuery(MeetingsQuery, request)
    const { plan } = await plans.get('working')
    const product = getProduct(plan, sku)
    const { promotions, meetings, lowest } = computeMeetings(plan, product, clock.now(), ONLOOKER)
    const answer: MeetingsAnswer = {
      product,
      promotions: [...promotions],
      meetings: meetings.map((row) => [...row]),
      lowest: {
        at: new Date(lowest.from).toISOString(),
        price: lowest.price,
        promotions: [...lowest.promotions],
      },
    }
    response.json(answer)
  })
  routes.put('/', async (request, response) => {
    const { conflicts, apart } = parseBody(StackingRequest, request)
    const by = actorOf(request)
    await database.transaction(async (transaction) => {
      const { name, store } = await lockStore(transaction)
      refuseIfAny(
        apart.flatMap((pair, index) =>
          pair
            .filter((group) => !store.stackGroups.includes(group))
            .map((group) => createProblem('unknown-stack-group', `apart.${index}`, { id: group })),
        ),
      )
      await saveStore(transaction, { name, store: { ...store, conflicts, apart } })
      await countPlanRevision(transaction)
      const detail = { before: { conflicts: store.conflicts, apart: store.apart }, after: { conflicts, apart } }
      await recordActivity(transaction, { at: clock.now(), by, action: 'change-stacking', subject: 'store', detail })
    })
    response.status(204).end()
  })
  return routes
}

function getPromotion(plan: CompiledPlan, id: string): Promotion {
  const entry = plan.findPromotion(id)
  if (!entry) throw new AppError('not-found', { facts: { kind: 'promotion', id } })
  return entry.promotion
}
