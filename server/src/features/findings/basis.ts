import { readingCodesState } from '../../data/codes/index.ts'
import { readingAsidesState } from '../../data/findings/index.ts'
import { OCCASIONS } from '../../data/occasions/index.ts'
import { findLatestRelease, isChoice } from '../../data/releases/index.ts'
import { getStore } from '../../data/store/index.ts'
import { readingTestCartsState } from '../../data/testCarts/index.ts'
import { joinReadings, readTogether } from '../../platform/db/ask.ts'
import type { Connection } from '../../platform/db/openDatabase.ts'
import { getChoice, readChoiceStamp } from '../../sources/plans/chosenPlan.ts'

/**
 * Returns a text that changes with everything that the findings of a plan follow from, except sales and the clock: the plan, the catalogue, the
 * store's settings, the live release, test carts, occasions and codes. `plan`: `working`, the number of a release, or a choice. Throws `not-found` for
 * a choice that is not kept.
 */
export async function readBasis(connection: Connection, plan: string): Promise<string> {
  const { planRevision, catalogueRevision, version } = await getStore(connection)
  // What a choice makes follows from the live release and what it takes over, whatever else is edited.
  const chosen = isChoice(plan) ? await readChoiceStamp(connection, await getChoice(connection, plan)) : null
  const isNew = plan === 'working' || chosen !== null
  const release = isNew ? ((await findLatestRelease(connection))?.number ?? 0) : 0
  const [others] = await readTogether(connection, [SURROUNDINGS])
  return [plan === 'working' ? planRevision : (chosen ?? 0), catalogueRevision, version, release, others].join(' ')
}

/** Inputs of the findings that no revision covers. */
const SURROUNDINGS = joinReadings([readingTestCartsState(), OCCASIONS.readingState(), readingCodesState()])

/** Returns a text that changes with the basis of a plan's findings, with the release that they are compared with, and with each one set aside. */
export async function readJudgedOn(connection: Connection, plan: string): Promise<string> {
  const live = await findLatestRelease(connection)
  const [asides] = await readTogether(connection, [readingAsidesState()])
  return `${await readBasis(connection, plan)} | ${live?.number ?? 0} | ${asides}`
}
