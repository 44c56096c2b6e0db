import { IdParams, PromotionDraft, PromotionUpdate, RankRequest, VersionQuery } from '@novalex/contract'
import { Router } from 'express'
import type { Database } from '../db/openDatabase.ts'
import { actorOf } from '../http/actor.ts'
import { parseBody, parseParams, parseQuery } from '../http/validate.ts'
import { listPromotions } from './promotions.repository.ts'
import type { PromotionsService } from './promotions.service.ts'

export function createPromotionsRoutes(database: Database, promotions: PromotionsService): Router {
  const routes = Router()
  routes.get('/', async (_request, response) => {
    response.json(await listPromotions(database, { archived: true }))
  })
  routes.post('/', async (request, response) => {
    response.status(201).json(await promotions.create(parseBody(PromotionDraft, request), actorOf(request)))
  })
  routes.get('/:id', async (request, response) => {
    response.json(await promotions.get(parseParams(IdParams, request).id))
  })
  routes.put('/:id', async (request, response) => {
    const update = parseBody(PromotionUpdate, request)
    response.json(await promotions.update(parseParams(IdParams, request).id, update, actorOf(request)))
  })
  routes.delete('/:id', async (request, response) => {
    const { version } = parseQuery(VersionQuery, request)
    await promotions.remove(parseParams(IdParams, request).id, Number(version), actorOf(request))
    response.status(204).end()
  })
  routes.put('/:id/rank', async (request, response) => {
    const move = parseBody(RankRequest, request)
    response.json(await promotions.moveBefore(parseParams(IdParams, request).id, move, actorOf(request)))
  })
  routes.post('/:id/restore', async (request, response) => {
    const { version } = parseQuery(VersionQuery, request)
    response.json(await promotions.restore(parseParams(IdParams, request).id, Number(version), actorOf(request)))
  })
  return routes
}
