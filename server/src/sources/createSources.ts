import type { Database } from '../platform/db/openDatabase.ts'
import { createRecentFigures, type RecentFigures } from './figures/recentFigures.ts'
import { createPriceHistory, type PriceHistory } from './history/priceHistory.ts'
import { createPlanSource, type PlanSource } from './plans/planSource.ts'

/** The read models of one process or thread, with the database that they read. */
export interface Sources {
  readonly database: Database
  readonly plans: PlanSource
  readonly figures: RecentFigures
  readonly history: PriceHistory
}

export function createSources(database: Database): Sources {
  const figures = createRecentFigures(database)
  return { database, plans: createPlanSource(database), figures, history: createPriceHistory(database, figures) }
}
