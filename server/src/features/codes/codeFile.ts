import { zipSync } from 'fflate'
import { heads } from '../../locale/catalogue.ts'
import type { Database } from '../../platform/db/openDatabase.ts'
import { writeTable } from '../../platform/files/writeTable.ts'
import { findPromotion } from '../../data/promotions/index.ts'
import { CODE_STATES, findUses, getBatch, nameFate, printCode, readCodes } from '../../data/codes/index.ts'

export type CodeFileType = 'csv' | 'xlsx' | 'zip'

/** The codes of a batch, each with what became of it, until when it holds on the store’s clock, and the order that used it. */
export async function writeCodes(
  database: Database,
  { id, type }: { readonly id: string; readonly type: CodeFileType },
): Promise<Uint8Array> {
  const batch = await getBatch(database, id)
  const record = await findPromotion(database, batch.promotion)
  const until = record?.promotion.schedule.end?.replace('T', ' ') ?? ''
  async function* rows() {
    for await (const part of readCodes(database, id)) {
      const orders = await findUses(database, batch.promotion, part)
      yield part.map(({ code, state, is_handed }) => {
        const fate = nameFate(CODE_STATES[state] ?? 'void', batch.state)
        const used = orders.get(code)
        const use = used ? [used.number, used.placed_at.toISOString()] : ['', '']
        return [printCode(code, batch), fate, is_handed ? 'yes' : 'no', until, ...use]
      })
    }
  }
  const table = {
    columns: heads.codes,
    numbers: [],
    rows: rows(),
  }
  const bytes = await writeTable(table, type === 'zip' ? 'csv' : type)
  return type === 'zip' ? zipSync({ 'codes.csv': bytes }) : bytes
}
