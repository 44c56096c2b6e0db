import { ask } from '../../platform/db/ask.ts'
import type { Connection } from '../../platform/db/openDatabase.ts'
import { findLatestRelease } from '../../data/releases/releases.repository.ts'
import { getStore } from '../../data/store/store.repository.ts'

/**
 * A text that changes with everything that the findings of a plan follow from, except what was sold and the clock: the plan, the catalogue, the store's
 * settings, the live release, test carts, occasions and codes. `plan`: `working`, or the number of a release.
 */
export async function readBasis(connection: Connection, plan: string): Promise<string> {
  const { planRevision, catalogueRevision, version } = await getStore(connection)
  const isWorking = plan === 'working'
  const release = isWorking ? ((await findLatestRelease(connection))?.number ?? 0) : 0
  return [isWorking ? planRevision : 0, catalogueRevision, version, release, await readOthers(connection)].join(' ')
}

/** Test carts, occasions and codes have no revision of the plan. */
async function readOthers(connection: Connection): Promise<string> {
  const [row] = await ask<{ state: string }>(
    connection,
    `select concat_ws('/',
       (select concat(count(*), '.', coalesce(sum(version), 0)) from test_carts),
       (select concat(count(*), '.', coalesce(sum(version), 0)) from occasions),
       (select concat(count(*), '.', coalesce(sum(made), 0), '.', coalesce(sum(state = 'void'), 0)) from code_batches),
       (select max(id) from activity where action = 'void-code')
     ) as state`,
  )
  return row!.state
}

/** A text that changes with the basis of a plan's findings, with the release that they are compared with, and with each one set aside. */
export async function readJudgedOn(connection: Connection, plan: string): Promise<string> {
  const live = await findLatestRelease(connection)
  const [row] = await ask<{ state: string }>(
    connection,
    `select concat_ws('.', count(*), coalesce(sum(crc32(concat(id, stamp, points))), 0)) as state from set_asides`,
  )
  return `${await readBasis(connection, plan)} | ${live?.number ?? 0} | ${row!.state}`
}
