import type { Database } from '../db/openDatabase.ts'
import type { HandlersOf } from '../http/serveEndpoints.ts'
import { findShoppers } from './shoppers.repository.ts'

const SHOWN = 20

export function createShoppersHandlers(database: Database): HandlersOf<'findShoppers'> {
  return {
    findShoppers: ({ query: { search = '' } }) => findShoppers(database, { search, limit: SHOWN }),
  }
}
