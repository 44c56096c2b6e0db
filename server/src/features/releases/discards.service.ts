import type { DiscardAnswer } from '@novalex/contract'
import { isSameValue, type PlanChange } from '@novalex/core'
import { getActivity, recordActivity } from '../../data/activity/index.ts'
import type { Clock } from '../../platform/clock.ts'
import { countPlanRevision, lockStore } from '../../data/store/index.ts'
import { transact } from '../../platform/db/transact.ts'
import type { Database } from '../../platform/db/openDatabase.ts'
import { AppError } from '../../platform/errors/AppError.ts'
import { nameOf, readDifferences, type Differences } from '../../sources/plans/chosenPlan.ts'
import type { PlanSource } from '../../sources/plans/planSource.ts'
import { readContentOf, writeContent, type Content, type ContentScope } from './contentOf.ts'

interface Deps {
  readonly database: Database
  readonly plans: PlanSource
  readonly clock: Clock
}

/** What the activity log keeps of a discarded change, so that it can be brought back. */
interface Discarded {
  readonly name: string
  /** What the working plan said, and what it said from then on. */
  readonly before: Content
  readonly after: Content
}

export type DiscardsService = ReturnType<typeof createDiscardsService>

/** Takes changes of the working plan back to how they are live, and discarded ones up again. */
export function createDiscardsService({ database, plans, clock }: Deps) {
  function write<T>(by: string, work: (scope: ContentScope) => Promise<T>): Promise<T> {
    return transact(database, async (transaction) => {
      const store = await lockStore(transaction)
      const result = await work({ transaction, store, at: clock.now(), plans, by })
      await countPlanRevision(transaction)
      return result
    })
  }

  return {
    /** Throws `not-found` for what is no change, `in-use` for a new set that promotions name, and `invalid-input` where the live content can't be saved. */
    discard(id: string, by: string): Promise<DiscardAnswer> {
      return write(by, async (scope) => {
        const differences = await readDifferences(scope.transaction, scope.store)
        const change = differences.changes.find((one) => one.id === id)
        if (!change) throw new AppError('not-found', { facts: { kind: 'change', id } })
        const before = await readContentOf(scope, change)
        await writeContent(scope, toLive(change, differences))
        const after = await readContentOf(await renew(scope), change)
        const detail = { name: nameOf(change), before, after } satisfies Discarded
        const entry = { at: scope.at, by, action: 'discard-change', subject: id, detail } as const
        return { discard: await recordActivity(scope.transaction, entry) }
      })
    },
    /** Throws `not-found` for what was not discarded, and `stale-plan` where it was edited since. */
    undo(discard: number, by: string): Promise<void> {
      return write(by, async (scope) => {
        const entry = await getActivity(scope.transaction, discard)
        if (entry?.action !== 'discard-change')
          throw new AppError('not-found', { facts: { kind: 'discard', id: discard } })
        const { name, before, after } = entry.detail as Discarded
        const change = { thing: before.thing, id: entry.subject }
        const present = await readContentOf(scope, change)
        if (!isSameValue(present, after)) throw new AppError('stale-plan')
        await writeContent(scope, before)
        const { at, transaction } = scope
        const detail = { name }
        await recordActivity(transaction, { at, by, action: 'restore-change', subject: entry.subject, detail })
      })
    },
  }
}

/** The scope after a write: the store with its present version. */
async function renew(scope: ContentScope): Promise<ContentScope> {
  return { ...scope, store: await lockStore(scope.transaction) }
}

/** What the live plan says of what a change is of. */
function toLive({ thing, id, before }: PlanChange, { live, working }: Differences): Content {
  const own = id.slice(thing.length + 1)
  switch (thing) {
    case 'promotion': {
      if (before === null) return { thing, id: own, content: null }
      const occasion = live.follows[own]
      const isThere = working.occasions.some((one) => one.id === occasion)
      return { thing, id: own, content: { promotion: before, occasion: isThere ? occasion! : null } }
    }
    case 'set':
      return { thing, id: own, content: before && { name: before.name, content: before.content } }
    case 'occasion':
      return { thing, id: own, content: before && { ...before.dates, ...(before.flag ? { flag: before.flag } : {}) } }
    case 'stacking': {
      const order = live.promotions.toSorted((a, b) => a.rank - b.rank).map((promotion) => promotion.id)
      return { thing, content: before!, order }
    }
    case 'store':
      return { thing, content: before! }
    default:
      return thing satisfies never
  }
}
