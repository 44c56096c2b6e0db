import { SHOPPER_FORMAT, type ShopperRow } from '@novalex/core'
import { parseTableFile } from '../../files/parseTableFile.ts'
import { listShoppers, saveShoppers } from '../../shoppers/shoppers.repository.ts'
import type { ImportWork } from '../importKind.ts'

export const SHOPPERS_KIND: ImportWork<ShopperRow> = {
  belongsTo: 'catalogue',
  read: (file, onProgress) => parseTableFile(file, SHOPPER_FORMAT, onProgress),
  async preview(connection, { rows }) {
    const known = new Map((await listShoppers(connection)).map((shopper) => [shopper.id, JSON.stringify(shopper)]))
    const added = rows.filter(({ id }) => !known.has(id)).length
    const unchanged = rows.filter((row) => known.get(row.id) === JSON.stringify(row)).length
    return { added, unchanged, changed: rows.length - added - unchanged }
  },
  write: (transaction, { rows }, onProgress) =>
    saveShoppers(transaction, rows, (written) => onProgress(written / rows.length)),
}
