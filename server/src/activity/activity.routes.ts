import { Router } from 'express'
import type { Database } from '../db/openDatabase.ts'
import { listActivity } from './activity.repository.ts'

const SHOWN = 100

export function createActivityRoutes(database: Database): Router {
  const routes = Router()
  routes.get('/', async (_request, response) => {
    const activities = await listActivity(database, SHOWN)
    response.json(activities.map((activity) => ({ ...activity, at: new Date(activity.at).toISOString() })))
  })
  return routes
}
