import { IdParams, SetDraft, SetUpdate, VersionQuery } from '@novalex/contract'
import { Router } from 'express'
import { actorOf } from '../http/actor.ts'
import { parseBody, parseParams, parseQuery } from '../http/validate.ts'
import type { SetsService } from './sets.service.ts'

export function createSetsRoutes(sets: SetsService): Router {
  const routes = Router()
  routes.get('/', async (_request, response) => {
    response.json(await sets.list())
  })
  routes.post('/', async (request, response) => {
    response.status(201).json(await sets.create(parseBody(SetDraft, request), actorOf(request)))
  })
  routes.put('/:id', async (request, response) => {
    response.json(await sets.update(parseParams(IdParams, request).id, parseBody(SetUpdate, request), actorOf(request)))
  })
  routes.delete('/:id', async (request, response) => {
    const { version } = parseQuery(VersionQuery, request)
    await sets.remove(parseParams(IdParams, request).id, Number(version), actorOf(request))
    response.status(204).end()
  })
  return routes
}
