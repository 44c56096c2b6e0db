import * as catalogue from '../features/catalogue/catalogue.jobs.ts'
import * as channels from '../features/channels/channels.jobs.ts'
import * as codes from '../features/codes/codes.jobs.ts'
import * as counts from '../features/counts/counts.jobs.ts'
import * as feeds from '../features/feeds/feeds.jobs.ts'
import * as files from '../features/files/files.jobs.ts'
import * as findings from '../features/findings/findings.jobs.ts'
import * as imports from '../features/imports/imports.jobs.ts'
import * as orders from '../features/orders/orders.jobs.ts'
import * as plan from '../features/plan/plan.jobs.ts'
import * as prices from '../features/prices/prices.jobs.ts'
import * as releases from '../features/releases/releases.jobs.ts'
import * as reprice from '../features/reprice/reprice.jobs.ts'
import * as shop from '../features/shop/shop.jobs.ts'
import * as stacking from '../features/stacking/stacking.jobs.ts'
import * as submissions from '../features/submissions/submissions.jobs.ts'
import * as testCarts from '../features/testCarts/testCarts.jobs.ts'
import type { RunnableJob } from '../jobs/job.ts'
import type { Sources } from '../sources/createSources.ts'

/** All jobs that threads can do. A feature enters its module here; each job that the module exports is one of them. */
export const JOBS: readonly RunnableJob<Sources>[] = [
  catalogue,
  channels,
  codes,
  counts,
  feeds,
  files,
  findings,
  imports,
  orders,
  plan,
  prices,
  releases,
  reprice,
  shop,
  stacking,
  submissions,
  testCarts,
].flatMap((module) => Object.values<RunnableJob<Sources>>(module))
