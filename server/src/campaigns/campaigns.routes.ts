import { IdParams, CampaignDraft, CampaignUpdate, VersionQuery } from '@novalex/contract'
import { Router } from 'express'
import type { Database } from '../db/openDatabase.ts'
import { actorOf } from '../http/actor.ts'
import { parseBody, parseParams, parseQuery } from '../http/validate.ts'
import { listCampaigns } from './campaigns.repository.ts'
import type { CampaignsService } from './campaigns.service.ts'

export function createCampaignsRoutes(database: Database, campaigns: CampaignsService): Router {
  const routes = Router()
  routes.get('/', async (_request, response) => {
    response.json(await listCampaigns(database))
  })
  routes.post('/', async (request, response) => {
    response.status(201).json(await campaigns.create(parseBody(CampaignDraft, request), actorOf(request)))
  })
  routes.put('/:id', async (request, response) => {
    const update = parseBody(CampaignUpdate, request)
    response.json(await campaigns.update(parseParams(IdParams, request).id, update, actorOf(request)))
  })
  routes.delete('/:id', async (request, response) => {
    const { version } = parseQuery(VersionQuery, request)
    await campaigns.remove(parseParams(IdParams, request).id, Number(version), actorOf(request))
    response.status(204).end()
  })
  return routes
}
