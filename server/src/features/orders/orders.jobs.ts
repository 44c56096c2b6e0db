import { createClock } from '../../platform/clock.ts'
import { placeNew, type OrderTask, type Placed } from './placeOrder.ts'
import type { RunnableJob } from '../../jobs/job.ts'
import type { Sources } from '../../sources/createSources.ts'

interface PlaceQuestion {
  readonly task: OrderTask
  /** The present of a clock that stands still; null: the system's clock. */
  readonly now: number | null
}

export const placeOrderJob: RunnableJob<Sources, PlaceQuestion, Placed> = {
  name: 'placeOrder',
  pool: 'shop',
  run: (deps, { task, now }) => placeNew({ ...deps, clock: createClock(now) }, task),
}
