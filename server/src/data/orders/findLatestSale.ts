import { ask } from '../../platform/db/ask.ts'
import type { Connection } from '../../platform/db/openDatabase.ts'

/** Orders need not be done in the order of their ids; within so many of them, one that is done late counts too. */
const OVERTAKEN = 50

/** A number that is another one after each order that was placed or cancelled, and after each correction. */
export async function findLatestSale(connection: Connection): Promise<number> {
  const [row] = await ask<{ sale: string | null }>(
    connection,
    `select coalesce((select sum(id) from (select id from orders order by id desc limit ${OVERTAKEN}) as latest), 0)
       + coalesce((select max(id) from count_corrections), 0)
       + coalesce((select floor(unix_timestamp(max(cancelled_at)) * 1000) from orders), 0) as sale`,
  )
  return Number(row!.sale)
}
