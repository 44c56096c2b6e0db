import type { Database } from '../db/openDatabase.ts'
import type { HandlersOf } from '../http/serveEndpoints.ts'
import { findShoppers, listLabels } from './shoppers.repository.ts'

const SHOWN = 20

export function createShoppersHandlers(database: Database): HandlersOf<'findShoppers' | 'listShopperLabels'> {
  return {
    findShoppers: ({ query: { search = '' } }) => findShoppers(database, { search, limit: SHOWN }),
    listShopperLabels: async () => ({
      groups: await listLabels(database, 'groups'),
      tags: await listLabels(database, 'tags'),
    }),
  }
}
