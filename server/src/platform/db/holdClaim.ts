import { createId } from '../createId.ts'
import type { Database } from './openDatabase.ts'

/** How long a claim holds that is not renewed: after so long, what a process left that died is taken up by another. */
const LAPSE_MS = 15_000
const RENEW_MS = 5000

interface Times {
  readonly lapseMs?: number
  readonly renewMs?: number
}

/**
 * Does some work in the background unless another is at it, in this process or another; tells whether it did. A claim is a row that lapses and is
 * renewed while the work goes on, by the database's clock; no lock of a connection, which a cluster of databases would not share. Throws what the
 * work throws.
 */
export async function holdClaim(
  database: Database,
  subject: string,
  work: () => Promise<void>,
  { lapseMs = LAPSE_MS, renewMs = RENEW_MS }: Times = {},
): Promise<boolean> {
  const owner = createId()
  if (!(await claim(database, { subject, owner, lapseMs }))) return false
  const renewing = setInterval(() => {
    // A database that is away for a moment is asked again with the next renewal.
    void claim(database, { subject, owner, lapseMs }).catch(() => false)
  }, renewMs)
  try {
    await work()
    return true
  } finally {
    clearInterval(renewing)
    // What can't be given back lapses.
    await database('claims')
      .where({ subject, owner })
      .delete()
      .catch(() => 0)
  }
}

/** Takes or renews a claim that is free, lapsed or one's own; whether one has it then. */
async function claim(
  database: Database,
  { subject, owner, lapseMs }: { subject: string; owner: string; lapseMs: number },
): Promise<boolean> {
  const until = 'date_add(now(3), interval ? microsecond)'
  await database.raw(
    `insert into claims (subject, owner, until) values (?, ?, ${until})
     on duplicate key update
       owner = if(until < now(3), values(owner), owner),
       until = if(owner = values(owner), values(until), until)`,
    [subject, owner, lapseMs * 1000],
  )
  return (await database('claims').where({ subject, owner }).first('subject')) !== undefined
}
