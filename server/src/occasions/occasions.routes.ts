import { IdParams, OccasionDraft, OccasionUpdate, VersionQuery } from '@novalex/contract'
import { Router } from 'express'
import { actorOf } from '../http/actor.ts'
import { parseBody, parseParams, parseQuery } from '../http/validate.ts'
import type { OccasionsService } from './occasions.service.ts'

export function createOccasionsRoutes(occasions: OccasionsService): Router {
  const routes = Router()
  routes.get('/', async (_request, response) => {
    response.json(await occasions.list())
  })
  routes.post('/', async (request, response) => {
    response.status(201).json(await occasions.create(parseBody(OccasionDraft, request), actorOf(request)))
  })
  routes.put('/:id', async (request, response) => {
    const update = parseBody(OccasionUpdate, request)
    response.json(await occasions.update(parseParams(IdParams, request).id, update, actorOf(request)))
  })
  routes.delete('/:id', async (request, response) => {
    const { version } = parseQuery(VersionQuery, request)
    await occasions.remove(parseParams(IdParams, request).id, Number(version), actorOf(request))
    response.status(204).end()
  })
  return routes
}
