import type { Instant, MinorUnits } from '@novalex/core'
import { collectBySku } from '../../platform/db/collectBySku.ts'
import type { Connection } from '../../platform/db/openDatabase.ts'

export interface RegularPrice {
  readonly since: Instant
  readonly price: MinorUnits
}

interface RegularRow {
  sku: string
  since: Date
  price: number
}

/** The regular prices that products had, oldest first; the first one is the launch. */
export async function listRegularPrices(
  connection: Connection,
  skus: readonly string[],
): Promise<Map<string, RegularPrice[]>> {
  const rows = await connection<RegularRow>('regular_prices')
    .whereIn('sku', [...skus])
    .orderBy('since')
  return collectBySku(rows, ({ since, price }) => ({ since: since.getTime(), price: Number(price) }))
}
