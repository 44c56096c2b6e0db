import type { Database } from '../../platform/db/openDatabase.ts'
import { linkNext } from '../../http/linkNext.ts'
import type { HandlersOf } from '../../http/serveEndpoints.ts'
import { findShoppers, listLabels } from '../../data/shoppers/index.ts'

const DEFAULT_SIZE = 20

interface Deps {
  readonly database: Database
}

export function createShoppersHandlers({ database }: Deps): HandlersOf<'findShoppers' | 'listShopperLabels'> {
  return {
    findShoppers: async ({ query: { search = '', order, page = '1', size }, request, response }) => {
      const limit = Number(size ?? DEFAULT_SIZE)
      const offset = (Number(page) - 1) * limit
      const found = await findShoppers(database, { search, order, offset, limit })
      if (offset + limit < found.total) linkNext(request, response, { page: String(Number(page) + 1) })
      return found
    },
    listShopperLabels: async () => ({
      groups: await listLabels(database, 'groups'),
      tags: await listLabels(database, 'tags'),
    }),
  }
}
