import type { OccasionDraft, OccasionRecord, OccasionUpdate } from '@novalex/contract'
import { createProblem, isLocalDateTime, toInstant, type Problem } from '@novalex/core'
import type { Clock } from '../clock.ts'
import { createId } from '../createId.ts'
import type { Connection, Database } from '../db/openDatabase.ts'
import { AppError, refuseIfAny } from '../errors/AppError.ts'
import { changePlan } from '../plan/changePlan.ts'
import { forgetIn, listPromotions, updatePromotion } from '../promotions/promotions.repository.ts'
import { followDates, OCCASIONS, toOccasion, type OccasionDates } from './occasions.repository.ts'

export interface OccasionsService {
  list(): Promise<OccasionRecord[]>
  create(draft: OccasionDraft, by: string): Promise<OccasionRecord>
  /** The promotions that follow it get the new dates in the same step. */
  update(id: string, update: OccasionUpdate, by: string): Promise<OccasionRecord>
  /** Refused as `in-use`, saying by which promotions. */
  remove(id: string, version: number, by: string): Promise<void>
}

export function createOccasionsService(deps: { database: Database; clock: Clock }): OccasionsService {
  return {
    list: async () => (await OCCASIONS.list(deps.database)).map(toOccasion),
    create({ name, dates }, by) {
      const occasion = { id: createId(), name, content: dates, version: 1 }
      const note = { by, action: 'create-occasion', subject: occasion.id }
      return changePlan(deps, note, async ({ transaction, store }) => {
        refuseIfAny(checkDates(dates, store.store.timeZone))
        await OCCASIONS.insert(transaction, occasion)
        return { result: toOccasion(occasion), detail: { name } }
      })
    },
    update(id, { name, dates, version }, by) {
      const note = { by, action: 'change-occasion', subject: id }
      return changePlan(deps, note, async ({ transaction, store, at }) => {
        refuseIfAny(checkDates(dates, store.store.timeZone))
        const before = await OCCASIONS.get(transaction, id)
        const result = await OCCASIONS.replace(transaction, { id, name, content: dates, version })
        const stamp = { updatedAt: new Date(at).toISOString(), updatedBy: by }
        for (const record of await findFollowers(transaction, id)) {
          const promotion = { ...record.promotion, schedule: followDates(record.promotion.schedule, dates) }
          await updatePromotion(transaction, { ...record, ...stamp, promotion, version: record.version + 1 })
        }
        return { result: toOccasion(result), detail: { name, before: before.content, after: dates } }
      })
    },
    async remove(id, version, by) {
      await changePlan(deps, { by, action: 'delete-occasion', subject: id }, async ({ transaction }) => {
        const { name, content } = await OCCASIONS.getAt(transaction, id, version)
        const promotions = (await findFollowers(transaction, id)).map(({ promotion }) => promotion.name)
        if (promotions.length > 0) throw new AppError('in-use', { facts: { name, promotions } })
        await forgetIn(transaction, 'occasion', id)
        await OCCASIONS.remove(transaction, id)
        return { result: null, detail: { name, before: content } }
      })
    },
  }
}

async function findFollowers(connection: Connection, id: string) {
  return (await listPromotions(connection, { archived: true })).filter(({ occasion }) => occasion === id)
}

function checkDates(dates: OccasionDates, zone: string): Problem[] {
  if (dates === null) return []
  const { start, end } = dates
  const unreal = Object.entries(dates).filter(([, local]) => !isLocalDateTime(local))
  if (unreal.length > 0) return unreal.map(([key, given]) => createProblem('no-such-time', `dates.${key}`, { given }))
  return toInstant(end, zone) > toInstant(start, zone) ? [] : [createProblem('ends-before-start', 'dates.end', dates)]
}
