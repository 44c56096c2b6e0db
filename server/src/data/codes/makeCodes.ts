import { ask } from '../../platform/db/ask.ts'
import { loadRows } from '../../platform/db/loadRows.ts'
import type { Database } from '../../platform/db/openDatabase.ts'
import { transact } from '../../platform/db/transact.ts'
import { drawCode, type CodeShape } from './codeText.ts'

/** Codes lie all over their index: the more are written at once, in its order, the less often each page of it is written. */
const CODES_A_STEP = 200_000

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
    const count = Math.min(CODES_A_STEP, batch.wanted - batch.made)
    const rows = toRows(drawSorted(batch, count), batch.id)
    const columns = ['code', 'batch', 'state', 'is_handed']
    const added = await loadRows(transaction, { table: 'codes', columns, onTaken: 'ignore' }, rows)
    const made = batch.made + added
    const state = made === batch.wanted ? 'ready' : 'making'
    await transaction('code_batches').where({ id: batch.id }).update({ made, state, trouble: null })
    return state === 'making'
  })
}

/** So many codes at most: two that are alike are one, and another is drawn with the next step. */
function drawSorted(shape: CodeShape, count: number): string[] {
  const drawn = Array.from({ length: count }, () => drawCode(shape)).sort()
  return drawn.filter((code, at) => code !== drawn[at - 1])
}

function* toRows(codes: readonly string[], batch: number): Generator<[string, number, number, number]> {
  for (const code of codes) yield [code, batch, 0, 0]
}
