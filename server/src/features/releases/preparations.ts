import type { Account, LoggedAction, Preparation, PreparationRequest } from '@novalex/contract'
import type { Instant } from '@novalex/core'
import { recordActivity } from '../../data/activity/activity.repository.ts'
import { createId } from '../../platform/createId.ts'
import type { Connection } from '../../platform/db/openDatabase.ts'
import { transact } from '../../platform/db/transact.ts'
import { AppError } from '../../platform/errors/AppError.ts'
import type { PlanWriter } from '../../sources/plans/changePlan.ts'
import { lockStore } from '../../data/store/store.repository.ts'
import { getReleasedPlan } from '../../data/releases/releases.repository.ts'

interface Row {
  id: string
  number: number
  state: Preparation['state']
  made_at: Date
  made_by: string
  note: string
  plan_revision: number
  again: number | null
  settled_at: Date | null
  settled_by: string | null
  word: string
}

const SHOWN = 20

const toPreparation = (row: Row): Preparation => ({
  id: row.id,
  at: row.made_at.toISOString(),
  by: row.made_by,
  note: row.note,
  planRevision: Number(row.plan_revision),
  again: row.again,
  state: row.state,
  settledAt: row.settled_at?.toISOString() ?? null,
  settledBy: row.settled_by,
  word: row.word,
})

export async function listPreparations(connection: Connection): Promise<Preparation[]> {
  return ((await connection('preparations').orderBy('number', 'desc').limit(SHOWN)) as Row[]).map(toPreparation)
}

/** One that still waits, kept so until the transaction ends. Throws `not-found` or `already-settled`. */
export async function lockWaiting(transaction: Connection, id: string): Promise<Preparation> {
  const row = (await transaction('preparations').where({ id }).forUpdate().first()) as Row | undefined
  if (!row) throw new AppError('not-found', { facts: { kind: 'preparation', id } })
  const preparation = toPreparation(row)
  const { state, settledBy } = preparation
  if (state !== 'waiting') throw new AppError('already-settled', { facts: { state, by: settledBy } })
  return preparation
}

interface Settled {
  readonly state: Preparation['state']
  readonly by: string
  readonly at: Instant
  readonly word: string
}

export async function settlePreparation(
  transaction: Connection,
  id: string,
  { state, by, at, word }: Settled,
): Promise<void> {
  await transaction('preparations')
    .where({ id })
    .update({ state, settled_by: by, settled_at: new Date(at), word })
}

/** What one prepares and another looks through. */
export function createPreparations({ database, clock }: PlanWriter) {
  async function settle(
    id: string,
    by: string,
    {
      state,
      action,
      word,
      may,
    }: Pick<Settled, 'state' | 'word'> & {
      readonly action: LoggedAction
      /** Throws where it is not theirs to settle. */
      readonly may?: (preparedBy: string) => void
    },
  ): Promise<void> {
    await transact(database, async (transaction) => {
      // As releases do, so that one is not made while it is sent back.
      await lockStore(transaction)
      const { by: preparedBy, note } = await lockWaiting(transaction, id)
      may?.(preparedBy)
      const at = clock.now()
      await settlePreparation(transaction, id, { state, by, at, word })
      await recordActivity(transaction, { at, by, action, subject: id, detail: { name: note, preparedBy, word } })
    })
  }

  return {
    /** Refused as `stale-plan` where the plan is not the one that was looked at. */
    prepare({ note, planRevision, again }: PreparationRequest, by: string): Promise<Preparation> {
      return transact(database, async (transaction) => {
        const store = await lockStore(transaction)
        if (store.planRevision !== planRevision) throw new AppError('stale-plan')
        if (again) await getReleasedPlan(transaction, again)
        const at = clock.now()
        const overtaken = { state: 'overtaken', settled_by: by, settled_at: new Date(at) }
        await transaction('preparations').where({ state: 'waiting' }).update(overtaken)
        const [latest] = (await transaction('preparations').max({ number: 'number' })) as [{ number: number | null }]
        const row: Row = {
          id: createId(),
          number: Number(latest.number ?? 0) + 1,
          state: 'waiting',
          made_at: new Date(at),
          made_by: by,
          note,
          plan_revision: planRevision,
          again: again ?? null,
          settled_at: null,
          settled_by: null,
          word: '',
        }
        await transaction('preparations').insert(row)
        await recordActivity(transaction, {
          at,
          by,
          action: 'prepare-release',
          subject: row.id,
          detail: { name: note, again: row.again },
        })
        return toPreparation(row)
      })
    },
    sendBack: (id: string, word: string, by: string) =>
      settle(id, by, { state: 'sent-back', action: 'send-back-release', word: word.trim() }),
    /** A planner takes back only what is their own. */
    withdraw: (id: string, { name, role }: Pick<Account, 'name' | 'role'>) =>
      settle(id, name, {
        state: 'withdrawn',
        action: 'withdraw-release',
        word: '',
        may: (preparedBy) => {
          if (role === 'planner' && preparedBy !== name)
            throw new AppError('role-too-small', { facts: { needed: 'releaser', has: role, people: [] } })
        },
      }),
  }
}
