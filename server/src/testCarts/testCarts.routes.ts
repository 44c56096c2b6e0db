import { TestCartDraft, TestCartUpdate, type TestCart } from '@novalex/contract'
import { Router } from 'express'
import type { Clock } from '../clock.ts'
import { createId } from '../createId.ts'
import type { Database } from '../db/openDatabase.ts'
import { AppError } from '../http/AppError.ts'
import { parseBody } from '../http/validate.ts'
import type { PlanSource } from '../plan/planSource.ts'
import { runTestCarts } from './runTestCarts.ts'
import { deleteTestCart, findTestCart, insertTestCart, listTestCarts, updateTestCart } from './testCarts.repository.ts'

interface TestCartsDeps {
  readonly database: Database
  readonly plans: PlanSource
  readonly clock: Clock
}

export function createTestCartsRoutes({ database, plans, clock }: TestCartsDeps): Router {
  const routes = Router()
  routes.get('/', async (_request, response) => {
    const [{ plan: working }, { plan: live }] = [await plans.get('working'), await plans.get('live')]
    response.json(runTestCarts(await listTestCarts(database), { working, live, now: clock.now() }))
  })
  routes.post('/', async (request, response) => {
    const testCart = { id: createId(), ...parseBody(TestCartDraft, request), version: 1 }
    await insertTestCart(database, testCart)
    response.status(201).json(testCart)
  })
  routes.put('/:id', async (request, response) => {
    const { version, ...fields } = parseBody(TestCartUpdate, request)
    const next: TestCart = { id: request.params.id, ...fields, version: version + 1 }
    if (!(await updateTestCart(database, next))) {
      const present = await findTestCart(database, next.id)
      if (!present) throw notFound(next.id)
      throw new AppError('stale-version', { facts: { present } })
    }
    response.json(next)
  })
  routes.delete('/:id', async (request, response) => {
    if (!(await deleteTestCart(database, request.params.id))) throw notFound(request.params.id)
    response.status(204).end()
  })
  return routes
}

function notFound(id: string): AppError {
  return new AppError('not-found', { facts: { kind: 'test-cart', id } })
}
