import type { OccasionDraft, OccasionRecord, OccasionUpdate } from '@novalex/contract'
import { createProblem, isLocalDateTime, toInstant, type Problem } from '@novalex/core'
import type { Clock } from '../clock.ts'
import type { Connection, Database } from '../db/openDatabase.ts'
import { refuseIfAny } from '../errors/AppError.ts'
import { createNamedRecordsService } from '../plan/namedRecords.service.ts'
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
  const service = createNamedRecordsService<OccasionDates>(deps, {
    noun: 'occasion',
    records: OCCASIONS,
    check: ({ store }, dates) => {
      refuseIfAny(checkDates(dates, store.store.timeZone))
    },
    findUsers: async (connection, id) => (await findFollowers(connection, id)).map(({ promotion }) => promotion.name),
    letGo: (connection, id) => forgetIn(connection, 'occasion', id),
    carryOver: async ({ transaction, at }, id, dates, by) => {
      const stamp = { updatedAt: new Date(at).toISOString(), updatedBy: by }
      for (const record of await findFollowers(transaction, id)) {
        const promotion = { ...record.promotion, schedule: followDates(record.promotion.schedule, dates) }
        await updatePromotion(transaction, { ...record, ...stamp, promotion, version: record.version + 1 })
      }
    },
  })
  return {
    list: async () => (await OCCASIONS.list(deps.database)).map(toOccasion),
    create: async ({ name, dates }, by) => toOccasion(await service.create({ name, content: dates }, by)),
    update: async (id, { name, dates, version }, by) =>
      toOccasion(await service.update(id, { name, content: dates, version }, by)),
    remove: service.remove,
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
