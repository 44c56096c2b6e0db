import { ShoppersQuery } from '@novalex/contract'
import { formatShopperRow, SHOPPER_COLUMNS } from '@novalex/core'
import { Router } from 'express'
import type { Database } from '../db/openDatabase.ts'
import { writeTable } from '../files/writeTable.ts'
import { parseQuery } from '../http/validate.ts'
import { findShoppers, listShoppers } from './shoppers.repository.ts'

const SHOWN = 20

export function createShoppersRoutes(database: Database): Router {
  const routes = Router()
  routes.get('/shoppers', async (request, response) => {
    const { search = '' } = parseQuery(ShoppersQuery, request)
    response.json(await findShoppers(database, { search, limit: SHOWN }))
  })
  routes.get('/shoppers.csv', async (_request, response) => {
    const rows = (await listShoppers(database)).map(formatShopperRow)
    response.attachment('shoppers.csv').type('text/csv; charset=utf-8').send(writeTable(SHOPPER_COLUMNS, rows))
  })
  return routes
}
