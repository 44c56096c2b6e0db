import { DeepestQuery, PlanQuery, QuoteRequest, type PlanAnswer } from '@novalex/contract'
import { checkOrder, computeQuote, createProblem, DAY_MS } from '@novalex/core'
import { Router } from 'express'
import type { Clock } from '../clock.ts'
import { refuseIfAny } from '../http/AppError.ts'
import { parseBody, parseQuery } from '../http/validate.ts'
import type { Threads } from '../threads/threads.ts'
import type { Answers } from '../threads/createAnswers.ts'
import { isLargeOrder } from './isLargeOrder.ts'
import { resolveQuestion } from './resolveQuestion.ts'
import type { PlanSource } from './planSource.ts'

export interface PlanDeps {
  readonly plans: PlanSource
  readonly threads: Threads
  readonly answers: Answers
  readonly clock: Clock
}

export function createPlanRoutes({ plans, threads, answers, clock }: PlanDeps): Router {
  const routes = Router()
  routes.get('/plan', async (request, response) => {
    const { plan } = await resolveQuestion(parseQuery(PlanQuery, request), { plans, clock })
    const { store, catalogue, promotions } = plan
    const answer: PlanAnswer = {
      store,
      categories: [...catalogue.categories.values()],
      sets: [...catalogue.sets.values()].map(({ id, skus }) => ({ id, skus: [...skus] })),
      promotions: promotions.map(({ promotion }) => promotion),
    }
    response.json(answer)
  })
  routes.get('/moments', async (request, response) => {
    const { plan: name = 'working' } = parseQuery(PlanQuery, request)
    const { key } = await plans.get(name)
    // They stay the same until the plan or the hour changes.
    const now = Math.floor(clock.now() / HOUR_MS) * HOUR_MS
    response.json(await answers.of('moments', key, { plan: name, now }))
  })
  routes.get('/deepest', async (request, response) => {
    const { plan = 'working', ...window } = parseQuery(DeepestQuery, request)
    const [from, to] = [Date.parse(window.from), Date.parse(window.to)]
    if (to <= from || to - from > LONGEST_WINDOW_MS) refuseIfAny([createProblem('bad-window', 'to')])
    const { key } = await plans.get(plan)
    response.json(await answers.of('deepest', key, { plan, from, to }))
  })
  routes.post('/quote', async (request, response) => {
    const question = parseBody(QuoteRequest, request)
    const name = question.plan ?? 'live'
    const { plan, now } = await resolveQuestion({ plan: name, at: question.at }, { plans, clock })
    const order = { now, cart: question.cart, facts: {}, codes: {} }
    refuseIfAny(checkOrder(plan, order))
    if (isLargeOrder(plan, order)) response.type('json').send(await threads.run('quote', { plan: name, order }))
    else response.json(computeQuote(plan, order))
  })
  return routes
}

/** A year and a month, the longest that a calendar shows. */
const LONGEST_WINDOW_MS = 400 * DAY_MS
const HOUR_MS = 3_600_000
