import type { SetAnswer, SetDraft, SetRecord, SetUpdate } from '@novalex/contract'
import { checkReach, createProblem, type CompiledPlan, type Problem } from '@novalex/core'
import type { Clock } from '../clock.ts'
import { createId } from '../createId.ts'
import type { Connection, Database } from '../db/openDatabase.ts'
import { AppError, refuseIfAny } from '../errors/AppError.ts'
import { changePlan, type ChangeScope } from '../plan/changePlan.ts'
import type { PlanSource } from '../plan/planSource.ts'
import { usesReach } from '../promotions/findUses.ts'
import { listPromotions } from '../promotions/promotions.repository.ts'
import { SETS } from './sets.repository.ts'

export interface SetsService {
  list(): Promise<SetAnswer[]>
  create(draft: SetDraft, by: string): Promise<SetRecord>
  update(id: string, update: SetUpdate, by: string): Promise<SetRecord>
  /** Refused as `in-use`, saying by which promotions. */
  remove(id: string, version: number, by: string): Promise<void>
}

const SAMPLE = 5

export function createSetsService(deps: { database: Database; plans: PlanSource; clock: Clock }): SetsService {
  const { database, plans } = deps
  const check = async ({ transaction, store }: ChangeScope, content: SetDraft['content']) => {
    refuseIfAny(checkContent(content, (await plans.getLocked(transaction, store)).plan))
  }
  return {
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
    async create(draft, by) {
      const set = { id: createId(), ...draft, version: 1 }
      return changePlan(deps, { by, action: 'create-set', subject: set.id }, async (scope) => {
        await check(scope, draft.content)
        await SETS.insert(scope.transaction, set)
        return { result: set, detail: { name: set.name } }
      })
    },
    async update(id, update, by) {
      return changePlan(deps, { by, action: 'change-set', subject: id }, async (scope) => {
        const { transaction } = scope
        const before = await SETS.get(transaction, id)
        await check(scope, update.content)
        const result = await SETS.replace(transaction, { id, ...update })
        return { result, detail: { name: update.name, before: before.content, after: update.content } }
      })
    },
    async remove(id, version, by) {
      await changePlan(deps, { by, action: 'delete-set', subject: id }, async ({ transaction }) => {
        const { name, content } = await SETS.getAt(transaction, id, version)
        const promotions = (await findUsers(transaction))(id)
        if (promotions.length > 0) throw new AppError('in-use', { facts: { name, promotions } })
        await SETS.remove(transaction, id)
        return { result: null, detail: { name, before: content } }
      })
    },
  }
}

/** The names of the promotions that use a set. */
async function findUsers(connection: Connection): Promise<(id: string) => string[]> {
  const promotions = await listPromotions(connection, { archived: true })
  return (id) =>
    promotions
      .filter(({ promotion }) => usesReach(promotion, ({ sets }) => sets?.includes(id) ?? false))
      .map(({ promotion }) => promotion.name)
}

function checkContent(content: SetDraft['content'], { catalogue }: CompiledPlan): Problem[] {
  if ('filter' in content) return checkReach(content.filter, 'content.filter', catalogue)
  return content.skus.flatMap((id, index) =>
    catalogue.bySku.has(id) ? [] : [createProblem('unknown-sku', `content.skus.${index}`, { id })],
  )
}
