import { IdParams, TestCartDraft, TestCartUpdate, VersionQuery } from '@novalex/contract'
import { Router } from 'express'
import type { Clock } from '../clock.ts'
import type { Database } from '../db/openDatabase.ts'
import { actorOf } from '../http/actor.ts'
import { parseBody, parseParams, parseQuery } from '../http/validate.ts'
import type { Threads } from '../threads/threads.ts'
import { createTestCartsService } from './testCarts.service.ts'

interface TestCartsDeps {
  readonly database: Database
  readonly threads: Threads
  readonly clock: Clock
}

export function createTestCartsRoutes({ database, threads, clock }: TestCartsDeps): Router {
  const routes = Router()
  const testCarts = createTestCartsService({ database, clock })
  routes.get('/', async (_request, response) => {
    response.json(await threads.run('testCarts', { now: clock.now() }))
  })
  routes.post('/', async (request, response) => {
    response.status(201).json(await testCarts.create(parseBody(TestCartDraft, request), actorOf(request)))
  })
  routes.put('/:id', async (request, response) => {
    const { id } = parseParams(IdParams, request)
    response.json(await testCarts.update(id, parseBody(TestCartUpdate, request), actorOf(request)))
  })
  routes.delete('/:id', async (request, response) => {
    const { id } = parseParams(IdParams, request)
    const { version } = parseQuery(VersionQuery, request)
    await testCarts.remove(id, Number(version), actorOf(request))
    response.status(204).end()
  })
  return routes
}
