import { MeetingsQuery, PairQuery, StackingRequest, type MeetingsAnswer } from '@novalex/contract'
import { computeMeetings, createProblem } from '@novalex/core'
import { Router } from 'express'
import { getProduct } from '../catalogue/products.service.ts'
import type { Clock } from '../clock.ts'
import type { Database } from '../db/openDatabase.ts'
import { actorOf } from '../http/actor.ts'
import { refuseIfAny } from '../http/AppError.ts'
import { parseBody, parseQuery } from '../http/validate.ts'
import { ONLOOKER } from '../plan/resolveQuestion.ts'
import { changePlan } from '../plan/changePlan.ts'
import type { PlanSource } from '../plan/planSource.ts'
import type { Answers } from '../threads/createAnswers.ts'
import { refuseStale } from '../http/refuseStale.ts'
import { saveStore } from '../store/store.repository.ts'

interface StackingDeps {
  readonly database: Database
  readonly plans: PlanSource
  readonly answers: Answers
  readonly clock: Clock
}

/** What goes with what: the store's groups, and two promotions on one cart. */
export function createStackingRoutes({ database, plans, answers, clock }: StackingDeps): Router {
  const routes = Router()
  routes.get('/pair', async (request, response) => {
    const question = parseQuery(PairQuery, request)
    const { key } = await plans.get('working')
    response.json(await answers.of('pair', key, question))
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
    const { conflicts, apart, version } = parseBody(StackingRequest, request)
    const note = { by: actorOf(request), action: 'change-stacking', subject: 'store' }
    await changePlan({ database, clock }, note, async ({ transaction, store: present }) => {
      refuseStale(present, version)
      const { name, store } = present
      refuseIfAny(
        apart.flatMap((pair, index) =>
          pair
            .filter((group) => !store.stackGroups.includes(group))
            .map((group) => createProblem('unknown-stack-group', `apart.${index}`, { id: group })),
        ),
      )
      await saveStore(transaction, { name, store: { ...store, conflicts, apart } })
      const before = { conflicts: store.conflicts, apart: store.apart }
      return { result: null, detail: { before, after: { conflicts, apart } } }
    })
    response.status(204).end()
  })
  return routes
}
