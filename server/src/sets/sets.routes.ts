import { SetDraft, SetUpdate } from '@novalex/contract'
import { Router } from 'express'
import { actorOf } from '../http/actor.ts'
import { parseBody } from '../http/validate.ts'
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
    response.json(await sets.update(request.params.id, parseBody(SetUpdate, request), actorOf(request)))
  })
  routes.delete('/:id', async (request, response) => {
    await sets.remove(request.params.id, actorOf(request))
    response.status(204).end()
  })
  return routes
}
