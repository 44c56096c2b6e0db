import { createHash } from 'node:crypto'
import type { Instant, LivePatch } from '@novalex/core'
import type { Connection } from '../../platform/db/openDatabase.ts'

/** What is to become of the live release: it takes over changes of the working plan, by id, or one of its promotions is patched. */
export type Choice = { readonly changes: readonly string[] } | { readonly patch: LivePatch }

interface Row {
  id: string
  content: string
  asked_at: Date
}

/** How long a choice that nobody looks at any more is kept. */
const KEPT_MS = 86_400_000
const MOST_AT_ONCE = 100

const PREFIX = 'choice-'

/** Whether a plan is named by what a release would take over. */
export const isChoice = (plan: string): boolean => plan.startsWith(PREFIX)

/** Returns the name of the plan that a choice makes, after keeping the choice; those that nobody asked for in a day are let go. */
export async function saveChoice(connection: Connection, choice: Choice, at: Instant): Promise<string> {
  const sorted = 'patch' in choice ? choice : { changes: [...new Set(choice.changes)].sort() }
  const content = JSON.stringify(sorted)
  const id = `${PREFIX}${createHash('sha256').update(content).digest('hex').slice(0, 16)}`
  const row: Row = { id, content, asked_at: new Date(at) }
  await connection('release_choices').insert(row).onConflict('id').merge({ asked_at: row.asked_at })
  // Found without a lock, so that nobody who keeps another choice waits.
  const old = await connection<Row>('release_choices')
    .where('asked_at', '<', new Date(at - KEPT_MS))
    .limit(MOST_AT_ONCE)
    .select('id')
  await connection('release_choices')
    .whereIn(
      'id',
      old.map((one) => one.id),
    )
    .delete()
  return id
}

/** Null for one that is not kept. */
export async function findChoice(connection: Connection, plan: string): Promise<Choice | null> {
  const row = await connection<Row>('release_choices').where({ id: plan }).first('content')
  return row ? JSON.parse(row.content) : null
}
