import { compilePlan, resolveSets, type Catalogue, type CompiledPlan, type Store } from '@novalex/core'
import { listSales, loadCatalogue } from '../catalogue/catalogue.repository.ts'
import type { Connection, Database } from '../db/openDatabase.ts'
import { AppError } from '../http/AppError.ts'
import { listPromotions } from '../promotions/promotions.repository.ts'
import { findLatestRelease, findReleasedPlan, type ReleasedPlan } from '../releases/releases.repository.ts'
import { SETS } from '../sets/sets.repository.ts'
import { getStore } from '../store/store.repository.ts'

/** `working`, `live` (the latest release), or a release's number. */
export type PlanName = string

export interface SourcedPlan {
  readonly plan: CompiledPlan
  /** Null for the working plan, and for `live` before the first release. */
  readonly release: number | null
  /** Units sold in the last 30 days, by SKU. */
  readonly sales: ReadonlyMap<string, number>
  /** Changes whenever a price under this plan may have changed. */
  readonly key: string
}

export interface PlanSource {
  /** Throws `not-found` for a release that there is not; `live` without any release is an empty plan. */
  get(name: PlanName): Promise<SourcedPlan>
}

const KEPT_PLANS = 4

/**
 * Compiled plans, kept as long as neither plan nor catalogue change. Revisions are asked of the database each time, so any number
 * of processes agree.
 */
export function createPlanSource(database: Database): PlanSource {
  const plans = new Map<string, Promise<SourcedPlan>>()
  let catalogue: { revision: number; content: Promise<[Catalogue, ReadonlyMap<string, number>]> } | undefined

  function getCatalogue(revision: number) {
    if (catalogue?.revision !== revision)
      catalogue = { revision, content: Promise.all([loadCatalogue(database), listSales(database)]) }
    return catalogue.content
  }

  return {
    async get(name) {
      const { store, planRevision, catalogueRevision } = await getStore(database)
      const release = name === 'working' ? null : await resolveRelease(database, name)
      const key = `${catalogueRevision}:${name === 'working' ? `working ${planRevision}` : `release ${release ?? 'none'}`}`
      const known = plans.get(key)
      if (known) return known
      const content = async (): Promise<ReleasedPlan> => {
        if (name === 'working') return loadWorkingPlan(database, store)
        if (release === null) return { store, promotions: [], sets: [] }
        const plan = await findReleasedPlan(database, release)
        if (!plan) throw new AppError('not-found', { facts: { kind: 'release', id: String(release) } })
        return plan
      }
      const compiled = Promise.all([content(), getCatalogue(catalogueRevision)]).then(
        ([{ store: rules, promotions, sets }, [goods, sales]]): SourcedPlan => ({
          plan: compilePlan({ store: rules, promotions, catalogue: { ...goods, sets: resolveSets(sets, goods) } }),
          release,
          sales,
          key,
        }),
      )
      remember(plans, key, compiled)
      compiled.catch(() => {
        plans.delete(key)
        catalogue = undefined
      })
      return compiled
    },
  }
}

/** The plan as it is being worked on, as a release would keep it. */
export async function loadWorkingPlan(connection: Connection, store: Store): Promise<ReleasedPlan> {
  const [records, sets] = await Promise.all([listPromotions(connection), SETS.list(connection)])
  return { store, promotions: records.map(({ promotion }) => promotion), sets }
}

async function resolveRelease(database: Database, name: PlanName): Promise<number | null> {
  if (name !== 'live') return Number(name)
  return (await findLatestRelease(database))?.number ?? null
}

function remember(plans: Map<string, Promise<SourcedPlan>>, key: string, plan: Promise<SourcedPlan>): void {
  plans.set(key, plan)
  const oldest = plans.keys().next().value
  if (plans.size > KEPT_PLANS && oldest !== undefined) plans.delete(oldest)
}
