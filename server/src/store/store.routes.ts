import type { StoreAnswer } from '@novalex/contract'
import { Router } from 'express'
import { countProducts } from '../catalogue/catalogue.repository.ts'
import type { Clock } from '../clock.ts'
import type { Database } from '../db/openDatabase.ts'
import { findLatestRelease } from '../releases/releases.repository.ts'
import { getStore } from './store.repository.ts'

export function createStoreRoutes({ database, clock }: { database: Database; clock: Clock }): Router {
  const routes = Router()
  routes.get('/', async (_request, response) => {
    const [record, products, latest] = await Promise.all([
      getStore(database),
      countProducts(database),
      findLatestRelease(database),
    ])
    const release = latest ? { number: latest.number, at: latest.at, note: latest.note } : null
    const now = new Date(clock.now()).toISOString()
    response.json({ ...record, now, products, release } satisfies StoreAnswer)
  })
  return routes
}
