import { PriceRulesRequest, type StoreAnswer } from '@novalex/contract'
import { Router } from 'express'
import { countProducts } from '../catalogue/catalogue.repository.ts'
import type { Clock } from '../clock.ts'
import type { Database } from '../db/openDatabase.ts'
import { actorOf } from '../http/actor.ts'
import { parseBody } from '../http/validate.ts'
import { changePlan } from '../plan/changePlan.ts'
import { findLatestRelease } from '../releases/releases.repository.ts'
import { refuseStale } from '../http/refuseStale.ts'
import { getStore, saveStore } from './store.repository.ts'

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
    const { shownUntil: _shownUntil, ...told } = record
    response.json({ ...told, now, products, release } satisfies StoreAnswer)
  })
  routes.put('/price-rules', async (request, response) => {
    const { version, ...rules } = parseBody(PriceRulesRequest, request)
    const note = { by: actorOf(request), action: 'change-price-rules', subject: 'store' }
    await changePlan({ database, clock }, note, async ({ transaction, store: present }) => {
      refuseStale(present, version)
      const { name, store } = present
      await saveStore(transaction, { name, store: { ...store, ...rules } })
      const { floor, priorDays, longestSaleDays } = store
      return { result: null, detail: { before: { floor, priorDays, longestSaleDays }, after: rules } }
    })
    response.status(204).end()
  })
  return routes
}
