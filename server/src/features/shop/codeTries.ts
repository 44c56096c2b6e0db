import { normalizeCode, type CodeRegister, type CompiledPlan } from '@novalex/core'
import { LRUCache } from 'lru-cache'
import { giveBackOfRate, type Rate, takeOfRate } from '../../data/tries/index.ts'
import type { Clock } from '../../platform/clock.ts'
import type { Database } from '../../platform/db/openDatabase.ts'

/** Five wrong codes at once, then one more every twelve seconds. */
const WRONG_CODES: Rate = { burst: 5, everyS: 12 }
const REMEMBERED_MS = 60_000
const MOST_REMEMBERED = 100_000

/** The codes of a cart, and the plan that may know them. */
interface Tried {
  /** Rate limit scope; null: unlimited. */
  readonly sender: string | null
  readonly codes: readonly string[]
  readonly plan: CompiledPlan
}

/**
 * Slows down guessing at codes, together for all processes. Each code that a sender has not just tried is counted before it is looked up, so that
 * parallel requests gain nothing; those that can be used are given back. A cart that is priced again with the same codes costs no further try.
 */
export function createCodeTries(database: Database, wallClock: Clock) {
  // Remembered by each process for itself: forgetting costs a sender one more try, never one less.
  const tried = new LRUCache<string, number>({ max: MOST_REMEMBERED })
  const isNew = (entry: string) => (tried.get(entry) ?? -Infinity) <= wallClock.now() - REMEMBERED_MS

  return {
    /** Returns what `look` finds. Throws `too-many-codes`, with the seconds that are left, before it is asked. */
    async admit<T extends { readonly codes: CodeRegister }>(
      { sender, codes, plan }: Tried,
      look: () => Promise<T>,
    ): Promise<T> {
      const fresh = [...new Set(codes.map(normalizeCode))].filter((code) => isNew(`${sender} ${code}`))
      if (sender === null || fresh.length === 0) return look()
      const name = `codes of ${sender}`
      await takeOfRate(database, name, WRONG_CODES, {
        now: wallClock.now(),
        count: fresh.length,
        refusal: 'too-many-codes',
      })
      const found = await look()
      for (const code of fresh) tried.set(`${sender} ${code}`, wallClock.now())
      const register = new Map(Object.entries(found.codes).map(([text, entry]) => [normalizeCode(text), entry]))
      const right = fresh.filter((code) => plan.findByCode(code).length > 0 || register.get(code)?.state === 'open')
      await giveBackOfRate(database, name, WRONG_CODES, right.length)
      return found
    },
  }
}

export type CodeTries = ReturnType<typeof createCodeTries>
