import { ask } from '../../platform/db/ask.ts'
import type { Connection } from '../../platform/db/openDatabase.ts'

interface Correction {
  readonly at: number
  readonly by: string
  readonly units: number
  readonly reason: string
}

const SHOWN = 100

/** Returns the corrections of a promotion's count, the newest first: 100 at most. */
export async function listCorrections(connection: Connection, promotion: string): Promise<Correction[]> {
  const rows = await ask<{ at: Date; made_by: string; units: number | string; reason: string }>(
    connection,
    `select at, made_by, units, reason from count_corrections where promotion = ? order by id desc limit ${SHOWN}`,
    [promotion],
  )
  return rows.map(({ at, made_by: by, units, reason }) => ({ at: at.getTime(), by, units: Number(units), reason }))
}

export async function insertCorrection(
  transaction: Connection,
  promotion: string,
  { at, by, units, reason }: Correction,
): Promise<void> {
  await transaction('count_corrections').insert({ promotion, at: new Date(at), made_by: by, units, reason })
}
