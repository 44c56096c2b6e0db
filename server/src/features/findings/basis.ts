import { readingCodesState } from '../../data/codes/index.ts'
import { readingAsidesState } from '../../data/findings/index.ts'
import { OCCASIONS } from '../../data/occasions/index.ts'
import { findLatestRelease } from '../../data/releases/index.ts'
import { getStore } from '../../data/store/index.ts'
import { readingTestCartsState } from '../../data/testCarts/index.ts'
import { joinReadings, readTogether } from '../../platform/db/ask.ts'
import type { Connection } from '../../platform/db/openDatabase.ts'

/**
 * Returns a text that changes with everything that the findings of a plan follow from, except sales and the clock: the plan, the catalogue, the
 * store's settings, the live release, test carts, occasions and codes. `plan`: `working`, or the number of a release.
 */
export async function readBasis(connection: Connection, plan: string): Promise<string> {
  const { planRevision, catalogueRevision, version } = await getStore(connection)
  const isWorking = plan === 'working'
  const release = isWorking ? ((await findLatestRelease(connection))?.number ?? 0) : 0
  const [others] = await readTogether(connection, [SURROUNDINGS])
  return [isWorking ? planRevision : 0, catalogueRevision, version, release, others].join(' ')
}

/** Inputs of the findings that no revision covers. */
const SURROUNDINGS = joinReadings([readingTestCartsState(), OCCASIONS.readingState(), readingCodesState()])

/** Returns a text that changes with the basis of a plan's findings, with the release that they are compared with, and with each one set aside. */
export async function readJudgedOn(connection: Connection, plan: string): Promise<string> {
  const live = await findLatestRelease(connection)
  const [asides] = await readTogether(connection, [readingAsidesState()])
  return `${await readBasis(connection, plan)} | ${live?.number ?? 0} | ${asides}`
}
