import type { SetAnswer } from '@novalex/contract'
import { checkReach, createProblem, type CompiledPlan, type Problem, type SetContent } from '@novalex/core'
import type { Clock } from '../../platform/clock.ts'
import type { Connection, Database } from '../../platform/db/openDatabase.ts'
import { refuseIfAny } from '../../platform/errors/AppError.ts'
import { createNamedRecordsService, type NamedRecordsService } from '../../sources/plans/namedRecords.service.ts'
import type { PlanSource } from '../../sources/plans/planSource.ts'
import { listPromotions, usesReach } from '../../data/promotions/index.ts'
import { SETS } from '../../data/sets/index.ts'

export interface SetsService extends NamedRecordsService<SetContent> {
  list(): Promise<SetAnswer[]>
}

const SAMPLE = 5

export function createSetsService(deps: { database: Database; plans: PlanSource; clock: Clock }): SetsService {
  const { database, plans } = deps
  const service = createNamedRecordsService(deps, {
    noun: 'set',
    records: SETS,
    check: async ({ transaction, store }, content) => {
      refuseIfAny(checkContent(content, (await plans.getLocked(transaction, store)).plan))
    },
    findUsers: async (connection, id) => (await findUsers(connection))(id),
  })
  return {
    ...service,
    async list() {
      const { catalogue } = (await plans.get('working')).plan
      const sets = await SETS.list(database)
      const usersOf = await findUsers(database)
      return sets.map((set) => {
        const skus = catalogue.sets.get(set.id)?.skus ?? []
        const products = skus.flatMap((sku) => catalogue.bySku.get(sku) ?? [])
        return { set, products: products.length, sample: products.slice(0, SAMPLE), usedBy: usersOf(set.id) }
      })
    },
  }
}

/** The names of the promotions that use a set. */
export async function findUsers(connection: Connection): Promise<(id: string) => string[]> {
  const promotions = await listPromotions(connection, { archived: true })
  return (id) =>
    promotions
      .filter(({ promotion }) => usesReach(promotion, ({ sets }) => sets?.includes(id) ?? false))
      .map(({ promotion }) => promotion.name)
}

function checkContent(content: SetContent, { catalogue }: CompiledPlan): Problem[] {
  if ('filter' in content) return checkReach(content.filter, 'content.filter', catalogue)
  return content.skus.flatMap((id, index) =>
    catalogue.bySku.has(id) ? [] : [createProblem('unknown-sku', `content.skus.${index}`, { id })],
  )
}
