import { ReleaseRequest, ReviewQuery } from '@novalex/contract'
import { Router } from 'express'
import type { Database } from '../db/openDatabase.ts'
import { actorOf } from '../http/actor.ts'
import { parseBody, parseQuery } from '../http/validate.ts'
import { listReleases } from './releases.repository.ts'
import type { ReleasesService } from './releases.service.ts'

export function createReleasesRoutes(database: Database, releases: ReleasesService): Router {
  const routes = Router()
  routes.get('/', async (_request, response) => {
    response.json(await listReleases(database))
  })
  routes.get('/differences', async (_request, response) => {
    response.json(await releases.compare())
  })
  routes.get('/review', async (request, response) => {
    const { release } = parseQuery(ReviewQuery, request)
    response.json(await releases.review(release === undefined ? null : Number(release)))
  })
  routes.post('/', async (request, response) => {
    response.status(201).json(await releases.release(parseBody(ReleaseRequest, request), actorOf(request)))
  })
  return routes
}
