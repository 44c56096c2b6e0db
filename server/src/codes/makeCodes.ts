import { ask } from '../db/ask.ts'
import { loadRows } from '../db/loadRows.ts'
import type { Database } from '../db/openDatabase.ts'
import { transact } from '../db/transact.ts'
import { drawCode, type CodeShape } from './codeText.ts'

const CODES_A_STEP = 50_000

interface Row extends CodeShape {
  id: number
  wanted: number
  made: number
  state: string
}

/**
 * Makes what a batch still lacks, some thousand codes at a time, each step with its count in one transaction: after a crash it goes on where it
 * was. A code that is there already is drawn anew. The batch can be used once all are there.
 */
export async function makeCodes(database: Database, { id }: { readonly id: string }): Promise<void> {
  while (await makeSome(database, id));
}

/** Tells whether there is more to be made. */
async function makeSome(database: Database, id: string): Promise<boolean> {
  return transact(database, async (transaction) => {
    const [batch] = await ask<Row>(
      transaction,
      'select id, prefix, length, wanted, made, state from code_batches where id = ? for update',
      [Number(id)],
    )
    if (batch?.state !== 'making') return false
    const drawn = new Set<string>()
    const count = Math.min(CODES_A_STEP, batch.wanted - batch.made)
    while (drawn.size < count) drawn.add(drawCode(batch))
    // In the order of the index they are written in a fraction of the time.
    const rows = [...drawn].sort().map((code) => [code, batch.id, 0, 0])
    const columns = ['code', 'batch', 'state', 'is_handed']
    const added = await loadRows(transaction, { table: 'codes', columns, onTaken: 'ignore' }, rows)
    const made = batch.made + added
    const state = made === batch.wanted ? 'ready' : 'making'
    await transaction('code_batches').where({ id: batch.id }).update({ made, state })
    return state === 'making'
  })
}
