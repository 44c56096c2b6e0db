import { ShoppersQuery } from '@novalex/contract'
import { Router } from 'express'
import type { Database } from '../db/openDatabase.ts'
import { parseQuery } from '../http/validate.ts'
import { findShoppers } from './shoppers.repository.ts'

const SHOWN = 20

export function createShoppersRoutes(database: Database): Router {
  const routes = Router()
  routes.get('/shoppers', async (request, response) => {
    const { search = '' } = parseQuery(ShoppersQuery, request)
    response.json(await findShoppers(database, { search, limit: SHOWN }))
  })
  return routes
}
