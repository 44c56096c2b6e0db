import type { PromotionRecord } from '@novalex/contract'
import { toIso } from '@novalex/core'
import { findPromotion, markDeleted, updatePromotion } from '../../../data/promotions/index.ts'
import type { Connection } from '../../../platform/db/openDatabase.ts'
import type { UndoScope } from '../importWork.ts'

/** Undo data of a file of promotions: changed ones as they were, and the ids of those that came with it. */
export interface PromotionsBefore {
  readonly promotions: readonly PromotionRecord[]
  readonly added: readonly string[]
}

/** The promotions as they were; those that came with the file go. */
export async function undoPromotions(
  transaction: Connection,
  { promotions, added }: PromotionsBefore,
  { at, by }: UndoScope,
): Promise<void> {
  const stamp = { updatedAt: toIso(at), updatedBy: by }
  for (const before of promotions)
    await updatePromotion(transaction, { ...before, ...stamp, version: before.version + 1 })
  for (const id of added) await markDeleted(transaction, (await findPromotion(transaction, id))!, new Date(at))
}
