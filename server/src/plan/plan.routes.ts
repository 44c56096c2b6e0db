import { DeepestQuery, PlanQuery, QuoteRequest, type PlanAnswer } from '@novalex/contract'
import { checkOrder, computeQuote, createProblem, DAY_MS } from '@novalex/core'
import { Router } from 'express'
import type { Clock } from '../clock.ts'
import { refuseIfAny } from '../http/AppError.ts'
import { parseBody, parseQuery } from '../http/validate.ts'
import type { Threads } from '../threads/threads.ts'
import { resolveQuestion } from './ask.ts'
import type { PlanSource } from './planSource.ts'

export interface PlanDeps {
  readonly plans: PlanSource
  readonly threads: Threads
  readonly clock: Clock
}

export function createPlanRoutes({ plans, threads, clock }: PlanDeps): Router {
  const routes = Router()
  const computeMoments = createMomentsCache(threads)
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
    response.json(await computeMoments(key, { plan: name, now: clock.now() }))
  })
  routes.get('/deepest', async (request, response) => {
    const { plan = 'working', ...window } = parseQuery(DeepestQuery, request)
    const [from, to] = [Date.parse(window.from), Date.parse(window.to)]
    if (to <= from || to - from > LONGEST_WINDOW_MS) refuseIfAny([createProblem('bad-window', 'to')])
    response.json(await threads.run('deepest', { plan, from, to }))
  })
  routes.post('/quote', async (request, response) => {
    const question = parseBody(QuoteRequest, request)
    const { plan, now } = await resolveQuestion({ plan: 'live', ...question }, { plans, clock })
    const order = { now, cart: question.cart, facts: {}, codes: {} }
    refuseIfAny(checkOrder(plan, order))
    response.json(computeQuote(plan, order))
  })
  return routes
}

/** A year and a month, the longest that a calendar shows. */
const LONGEST_WINDOW_MS = 400 * DAY_MS
const KEPT_ANSWERS = 8
const HOUR_MS = 3_600_000

/** The moments of a plan stay the same until the plan or the hour changes. */
function createMomentsCache(threads: Threads) {
  const answers = new Map<string, ReturnType<typeof ask>>()
  const ask = (question: { plan: string; now: number }) => threads.run('moments', question)
  return (planKey: string, question: { plan: string; now: number }) => {
    const key = `${planKey} ${Math.floor(question.now / HOUR_MS)}`
    const known = answers.get(key)
    if (known) return known
    const answer = ask(question)
    answers.set(key, answer)
    answer.catch(() => answers.delete(key))
    const oldest = answers.keys().next().value
    if (answers.size > KEPT_ANSWERS && oldest !== undefined) answers.delete(oldest)
    return answer
  }
}
