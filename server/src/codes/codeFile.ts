import { zipSync } from 'fflate'
import type { Database } from '../db/openDatabase.ts'
import { writeTable } from '../files/writeTable.ts'
import { getBatch, readCodes } from './codeBatches.repository.ts'
import { CODE_STATES } from './codes.repository.ts'
import { printCode } from './codeText.ts'

export type CodeFileType = 'csv' | 'xlsx' | 'zip'

/** The codes of a batch, each with what became of it. */
export async function writeCodes(
  database: Database,
  { id, type }: { readonly id: string; readonly type: CodeFileType },
): Promise<Uint8Array> {
  const batch = await getBatch(database, id)
  async function* rows() {
    for await (const part of readCodes(database, id)) {
      yield part.map(({ code, state, is_handed }) => {
        const own = CODE_STATES[state] ?? 'void'
        const fate = own === 'open' && batch.state === 'void' ? 'void' : own
        return [printCode(code, batch), fate, is_handed ? 'yes' : 'no']
      })
    }
  }
  const table = { columns: ['code', 'state', 'handed_out'], numbers: [], rows: rows() }
  const bytes = await writeTable(table, type === 'zip' ? 'csv' : type)
  return type === 'zip' ? zipSync({ 'codes.csv': bytes }) : bytes
}
