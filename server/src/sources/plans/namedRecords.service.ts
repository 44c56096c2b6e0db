import { createId } from '../../platform/createId.ts'
import type { createNamedRecords, NamedRecord } from '../../data/versioned/index.ts'
import type { Connection } from '../../platform/db/openDatabase.ts'
import { AppError } from '../../platform/errors/AppError.ts'
import { changePlan, type ChangeScope, type PlanWriter } from './changePlan.ts'

/** Definition of one kind of named record. */
interface RecordRules<C> {
  /** As activities call it. */
  readonly noun: 'set' | 'occasion'
  readonly records: ReturnType<typeof createNamedRecords<C>>
  /** Refuses content that can't be. */
  check(scope: ChangeScope, content: C): void | Promise<void>
  /** The names of the promotions that use one. */
  findUsers(connection: Connection, id: string): Promise<string[]>
  /** Changes made in the same transaction. */
  carryOver?(scope: ChangeScope, id: string, content: C, by: string): Promise<void>
  /** Other references that block deletion. */
  letGo?(connection: Connection, id: string): Promise<void>
}

/** Creating, changing and removing them, each in one step with the plan's revision and the activity. */
export interface NamedRecordsService<C> {
  create(draft: { readonly name: string; readonly content: C }, by: string): Promise<NamedRecord<C>>
  /** Refused as `stale-version` if made from another version. */
  update(id: string, update: Omit<NamedRecord<C>, 'id'>, by: string): Promise<NamedRecord<C>>
  /** Refused as `stale-version`, or as `in-use`, saying by which promotions. */
  remove(id: string, version: number, by: string): Promise<void>
}

export function createNamedRecordsService<C>(writer: PlanWriter, rules: RecordRules<C>): NamedRecordsService<C> {
  const { noun, records } = rules
  return {
    create({ name, content }, by) {
      const record = { id: createId(), name, content, version: 1 }
      return changePlan(writer, { by, action: `create-${noun}`, subject: record.id }, async (scope) => {
        await rules.check(scope, content)
        await records.insert(scope.transaction, record)
        return { result: record, detail: { name } }
      })
    },
    update(id, { name, content, version }, by) {
      return changePlan(writer, { by, action: `change-${noun}`, subject: id }, async (scope) => {
        const before = await records.getAt(scope.transaction, id, version)
        await rules.check(scope, content)
        const result = await records.replace(scope.transaction, { id, name, content, version })
        await rules.carryOver?.(scope, id, content, by)
        return { result, detail: { name, before: before.content, after: content } }
      })
    },
    async remove(id, version, by) {
      await changePlan(writer, { by, action: `delete-${noun}`, subject: id }, async ({ transaction }) => {
        const record = await records.getAt(transaction, id, version)
        const { name, content } = record
        const promotions = await rules.findUsers(transaction, id)
        if (promotions.length > 0) throw new AppError('in-use', { facts: { name, promotions } })
        await rules.letGo?.(transaction, id)
        await records.remove(transaction, record)
        return { result: null, detail: { name, before: content } }
      })
    },
  }
}
