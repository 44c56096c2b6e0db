import {
  checkIntent,
  checkPromotion,
  pickSettings,
  toIso,
  type PlanChange,
  type Promotion,
  type SetContent,
  type Store,
} from '@novalex/core'
import { OCCASIONS, toContent, toOccasion, type OccasionContent } from '../../data/occasions/index.ts'
import {
  findPromotion,
  insertPromotion,
  listPromotions,
  markDeleted,
  nextRank,
  readPromotionOrder,
  saveRanks,
} from '../../data/promotions/index.ts'
import { SETS } from '../../data/sets/index.ts'
import { updateStore } from '../../data/store/index.ts'
import type { Connection } from '../../platform/db/openDatabase.ts'
import { AppError, refuseIfAny } from '../../platform/errors/AppError.ts'
import type { ChangeScope } from '../../sources/plans/changePlan.ts'
import type { PlanSource } from '../../sources/plans/planSource.ts'
import { moveFollowers } from '../occasions/occasions.service.ts'
import { findUsers } from '../sets/sets.service.ts'

/** What the working plan says of one thing; null: it does not have it. */
export type Content =
  | { readonly thing: 'promotion'; readonly id: string; readonly content: PromotionContent | null }
  | { readonly thing: 'set'; readonly id: string; readonly content: NamedContent<SetContent> | null }
  | { readonly thing: 'occasion'; readonly id: string; readonly content: OccasionContent }
  | { readonly thing: 'stacking'; readonly content: Partial<Store>; readonly order: readonly string[] }
  | { readonly thing: 'store'; readonly content: Partial<Store> }

interface PromotionContent {
  readonly promotion: Promotion
  readonly occasion: string | null
}

interface NamedContent<C> {
  readonly name: string
  readonly content: C
}

export interface ContentScope extends ChangeScope {
  readonly plans: PlanSource
  readonly by: string
}

/** Reads what the working plan says now of what a change is of. */
export async function readContentOf(
  scope: ContentScope,
  { thing, id }: Pick<PlanChange, 'thing' | 'id'>,
): Promise<Content> {
  const { transaction, store } = scope
  const own = id.slice(thing.length + 1)
  switch (thing) {
    case 'promotion': {
      const record = await findPromotion(transaction, own)
      const content = record && !record.archived ? { promotion: record.promotion, occasion: record.occasion } : null
      return { thing, id: own, content }
    }
    case 'set': {
      const record = (await SETS.list(transaction)).find((one) => one.id === own)
      return { thing, id: own, content: record ? { name: record.name, content: record.content } : null }
    }
    case 'occasion':
      return { thing, id: own, content: (await OCCASIONS.get(transaction, own)).content }
    case 'stacking':
      return { thing, content: pickSettings(store.store, thing), order: await readPromotionOrder(transaction) }
    case 'store':
      return { thing, content: pickSettings(store.store, thing) }
    default:
      return thing satisfies never
  }
}

/** Makes the working plan say this. Refused as saving it by hand would be. */
export async function writeContent(scope: ContentScope, content: Content): Promise<void> {
  const { transaction, store } = scope
  switch (content.thing) {
    case 'promotion':
      return writePromotion(scope, content.id, content.content)
    case 'set':
      return writeSet(transaction, content.id, content.content)
    case 'occasion': {
      const record = await OCCASIONS.get(transaction, content.id)
      // Whose event it is belongs to no release.
      const { partner } = toOccasion(record)
      const restored = toContent({ ...toOccasion({ ...record, content: content.content }), partner })
      await OCCASIONS.replace(transaction, { ...record, content: restored })
      return moveFollowers(scope, content.id, content.content, scope.by)
    }
    case 'stacking':
      await updateStore(transaction, store.version, { store: { ...store.store, ...content.content } })
      return reorder(transaction, content.order)
    case 'store': {
      const settings = { ...content.content, ...pickSettings(store.store, 'stacking') }
      return updateStore(transaction, store.version, { store: settings as Store })
    }
    default:
      return content satisfies never
  }
}

async function writePromotion(scope: ContentScope, id: string, content: PromotionContent | null): Promise<void> {
  const { transaction, store, at, by, plans } = scope
  const present = (await findPromotion(transaction, id)) ?? (await findPromotion(transaction, id, { deleted: true }))
  if (content === null) {
    if (present) await markDeleted(transaction, present, new Date(at))
    return
  }
  const { plan } = await plans.getLocked(transaction, store)
  const rank = present?.promotion.rank ?? (await nextRank(transaction))
  const promotion = { ...content.promotion, rank }
  refuseIfAny([...checkPromotion(promotion, plan), ...checkIntent(promotion, plan)])
  const stamp = { updatedAt: toIso(at), updatedBy: by }
  const own = { promotion, occasion: content.occasion, archived: false, ...stamp }
  if (present) await markDeleted(transaction, { ...present, ...own }, null)
  else await insertPromotion(transaction, { campaign: null, note: '', version: 1, ...own })
}

async function writeSet(transaction: Connection, id: string, content: NamedContent<SetContent> | null): Promise<void> {
  const present = (await SETS.list(transaction)).find((one) => one.id === id)
  if (content === null) {
    if (!present) return
    const promotions = (await findUsers(transaction))(id)
    if (promotions.length > 0) throw new AppError('in-use', { facts: { name: present.name, promotions } })
    await SETS.remove(transaction, present)
  } else if (present) await SETS.replace(transaction, { ...present, ...content })
  else await SETS.insert(transaction, { id, ...content, version: 1 })
}

/** Puts the promotions into an order; those that it does not name stay after the same ones as before. */
async function reorder(transaction: Connection, order: readonly string[]): Promise<void> {
  const records = await listPromotions(transaction, { archived: true })
  const present = records.map(({ promotion: { id } }) => id)
  const known = new Set(present)
  const wanted = order.filter((id) => known.has(id))
  const named = new Set(wanted)
  // Each place of a named promotion is filled with the next one in the wanted order.
  const next = wanted.values()
  const ordered = present.map((id) => (named.has(id) ? next.next().value! : id))
  const ranks = records.map(({ promotion: { rank } }) => rank)
  const moved = ordered.flatMap((id, index): [string, number][] => (id === present[index] ? [] : [[id, ranks[index]!]]))
  if (moved.length > 0) await saveRanks(transaction, new Map(moved))
}
