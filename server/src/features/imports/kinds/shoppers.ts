import { dequal } from 'dequal'
import { SHOPPER_FORMAT, type ShopperRow } from '@novalex/core'
import { parseTableFile } from '../../../platform/files/parseTableFile.ts'
import { deleteShoppers, listShoppers, saveShoppers } from '../../../data/shoppers/index.ts'
import type { ImportWork } from '../importWork.ts'

export const SHOPPERS_KIND: ImportWork<ShopperRow, { shoppers: ShopperRow[]; added: string[] }> = {
  belongsTo: 'catalogue',
  read: (file, options) => parseTableFile(file, SHOPPER_FORMAT, options),
  async preview(connection, { rows }) {
    const known = new Map((await listShoppers(connection)).map((shopper) => [shopper.id, shopper]))
    const added = rows.filter(({ id }) => !known.has(id)).length
    const unchanged = rows.filter((row) => dequal(known.get(row.id), row)).length
    return { added, unchanged, changed: rows.length - added - unchanged }
  },
  async write(transaction, { rows }, onProgress) {
    const given = new Set(rows.map(({ id }) => id))
    const shoppers = (await listShoppers(transaction)).filter(({ id }) => given.has(id))
    for (const { id } of shoppers) given.delete(id)
    await saveShoppers(transaction, rows, (written) => onProgress(written / rows.length))
    return { shoppers, added: [...given] }
  },
  async undo(transaction, { shoppers, added }) {
    await saveShoppers(transaction, shoppers)
    await deleteShoppers(transaction, added)
  },
}
