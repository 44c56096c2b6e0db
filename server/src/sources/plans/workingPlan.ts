import type { Store } from '@novalex/core'
import { OCCASIONS, toPlanOccasion } from '../../data/occasions/index.ts'
import { listPromotions } from '../../data/promotions/index.ts'
import type { FullPlan } from '../../data/releases/index.ts'
import { SETS } from '../../data/sets/index.ts'
import type { Connection } from '../../platform/db/openDatabase.ts'

/** The plan as it is being worked on, as a release would keep it. */
export async function loadWorkingPlan(connection: Connection, store: Store): Promise<FullPlan> {
  const records = await listPromotions(connection)
  const follows = Object.fromEntries(
    records.flatMap(({ promotion: { id }, occasion }) => (occasion === null ? [] : [[id, occasion]])),
  )
  const followed = new Set(Object.values(follows))
  const occasions = (await OCCASIONS.list(connection)).filter(({ id }) => followed.has(id))
  return {
    store,
    promotions: records.map(({ promotion }) => promotion),
    sets: await SETS.list(connection),
    occasions: occasions.map(toPlanOccasion),
    follows,
  }
}
