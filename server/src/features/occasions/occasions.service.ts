import type { OccasionDraft, OccasionRecord, OccasionUpdate } from '@novalex/contract'
import { toIso, createProblem, followDates, isLocalDateTime, toInstant, type Problem } from '@novalex/core'
import type { Clock } from '../../platform/clock.ts'
import type { Connection, Database } from '../../platform/db/openDatabase.ts'
import { refuseIfAny } from '../../platform/errors/AppError.ts'
import type { ChangeScope } from '../../sources/plans/changePlan.ts'
import { createNamedRecordsService } from '../../sources/plans/namedRecords.service.ts'
import type { StoreRecord } from '../../data/store/index.ts'
import { forgetIn, listPromotions, updatePromotion } from '../../data/promotions/index.ts'
import {
  datesOf,
  type OccasionContent,
  type OccasionDates,
  OCCASIONS,
  toContent,
  toOccasion,
} from '../../data/occasions/index.ts'

export interface OccasionsService {
  list(): Promise<OccasionRecord[]>
  create(draft: OccasionDraft, by: string): Promise<OccasionRecord>
  /** The promotions that follow it get the new dates in the same step. */
  update(id: string, update: OccasionUpdate, by: string): Promise<OccasionRecord>
  /** Refused as `in-use`, saying by which promotions. */
  remove(id: string, version: number, by: string): Promise<void>
}

export function createOccasionsService(deps: { database: Database; clock: Clock }): OccasionsService {
  const service = createNamedRecordsService<OccasionContent>(deps, {
    noun: 'occasion',
    records: OCCASIONS,
    check: ({ store }, content) => {
      refuseIfAny([
        ...checkDates(datesOf(content), store.store.timeZone),
        ...checkEstimate(content),
        ...checkPartner(content, store),
      ])
    },
    findUsers: async (connection, id) => (await findFollowers(connection, id)).map(({ promotion }) => promotion.name),
    letGo: (connection, id) => forgetIn(connection, 'occasion', id),
    carryOver: moveFollowers,
  })
  return {
    list: async () => (await OCCASIONS.list(deps.database)).map(toOccasion),
    create: async ({ name, ...when }, by) => toOccasion(await service.create({ name, content: toContent(when) }, by)),
    update: async (id, { name, version, ...when }, by) =>
      toOccasion(await service.update(id, { name, content: toContent(when), version }, by)),
    remove: service.remove,
  }
}

/** Gives the promotions that follow an occasion its dates. */
export async function moveFollowers(
  { transaction, at }: Pick<ChangeScope, 'transaction' | 'at'>,
  id: string,
  content: OccasionContent,
  by: string,
): Promise<void> {
  const stamp = { updatedAt: toIso(at), updatedBy: by }
  for (const record of await findFollowers(transaction, id)) {
    const promotion = { ...record.promotion, schedule: followDates(record.promotion.schedule, datesOf(content)) }
    await updatePromotion(transaction, { ...record, ...stamp, promotion })
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

function checkPartner(content: OccasionContent, { channels }: StoreRecord): Problem[] {
  const channel = content?.partner?.channel
  if (channel === undefined || channels.some(({ id, kind }) => id === channel && kind === 'partner')) return []
  return [createProblem('unknown-channel', 'partner.channel', { given: channel })]
}

function checkEstimate(content: OccasionContent): Problem[] {
  if (!content || !('estimate' in content) || !content.estimate) return []
  if (isLocalDateTime(`${content.estimate}T00:00`)) return []
  return [createProblem('no-such-time', 'estimate', { given: content.estimate })]
}
