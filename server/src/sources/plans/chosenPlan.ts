import { createHash } from 'node:crypto'
import {
  applyChanges,
  findMissingNeeds,
  listChanges,
  patchPlan,
  pickSettings,
  type PlanChange,
  type PlanContent,
} from '@novalex/core'
import { OCCASIONS, toPlanOccasion } from '../../data/occasions/index.ts'
import { findPromotions, readPromotionOrder, readPromotionStamps } from '../../data/promotions/index.ts'
import {
  findChoice,
  findLatestRelease,
  getReleasedPlan,
  type Choice,
  type ReleasedPlan,
} from '../../data/releases/index.ts'
import { SETS } from '../../data/sets/index.ts'
import { getStore, type StoreRecord } from '../../data/store/index.ts'
import type { Connection } from '../../platform/db/openDatabase.ts'
import { AppError } from '../../platform/errors/AppError.ts'
import { loadWorkingPlan } from './workingPlan.ts'

/** The live plan, the working plan, and what differs between them. */
export interface Differences {
  readonly live: PlanContent
  readonly working: PlanContent
  readonly changes: readonly PlanChange[]
}

/** A release's content; what one from before there were occasions in it lacks is as it is in the working plan. */
export async function readReleased(
  connection: Connection,
  release: number | null,
  working: PlanContent,
): Promise<PlanContent> {
  if (release === null) return { store: working.store, promotions: [], sets: [], occasions: [], follows: {} }
  const {
    occasions = working.occasions,
    follows = working.follows,
    ...rest
  } = await getReleasedPlan(connection, release)
  return { ...rest, occasions, follows }
}

export async function readDifferences(
  connection: Connection,
  { store }: Pick<StoreRecord, 'store'>,
): Promise<Differences> {
  const working = await loadWorkingPlan(connection, store)
  const latest = await findLatestRelease(connection)
  const live = await readReleased(connection, latest?.number ?? null, working)
  return { live, working, changes: listChanges(live, working) }
}

interface ChosenPlan {
  readonly content: PlanContent
  /** The changes that it takes over, by id: those chosen that are still changes. */
  readonly taken: readonly string[]
}

/**
 * The live plan with a choice of changes; what is no change any more counts as taken over. Throws `changes-needed` where one lacks what it needs, and
 * with `isExact` `not-found` for what is no change.
 */
export function applyChoice(
  { live, working, changes }: Differences,
  choice: Choice,
  { isExact = false } = {},
): ChosenPlan {
  if ('patch' in choice) return { content: patchPlan(live, choice.patch), taken: [] }
  const chosen = new Set(choice.changes)
  const known = new Set(changes.map(({ id }) => id))
  const gone = choice.changes.find((id) => !known.has(id))
  if (isExact && gone !== undefined) throw new AppError('not-found', { facts: { kind: 'change', id: gone } })
  const missing = findMissingNeeds(changes, chosen)
  if (missing.length > 0) {
    const named = new Map(changes.map((change) => [change.id, nameOf(change)]))
    const lacks = [...new Set(missing.flatMap((one) => one.lacks))].map((id) => named.get(id) ?? id)
    throw new AppError('changes-needed', { facts: { changes: missing.map(({ change }) => nameOf(change)), lacks } })
  }
  const content = applyChanges(live, working, { changes, chosen })
  return { content, taken: changes.flatMap(({ id }) => (chosen.has(id) ? id : [])) }
}

/**
 * The same for edits of live promotions alone, without reading the others: as for `applyChoice` with all differences, except that what nobody chose is
 * not compared. Null where the choice is of something else, or the release is from before there were occasions in it.
 */
export async function readChosen(
  connection: Connection,
  { store }: Pick<StoreRecord, 'store'>,
  { choice, released }: { readonly choice: Choice; readonly released: ReleasedPlan },
): Promise<PlanContent | null> {
  const { occasions: dated, follows: followed } = released
  if ('patch' in choice || !dated || !followed) return null
  const ids = choice.changes.map((id) => /^promotion:(.*)$/s.exec(id)?.[1])
  const kept = new Set(released.promotions.map(({ id }) => id))
  if (!ids.every((id) => id !== undefined && kept.has(id))) return null
  const records = new Map((await findPromotions(connection, ids as string[])).map((one) => [one.promotion.id, one]))
  const chosen = new Set(ids)
  // The order of ranks was not chosen.
  const promotions = released.promotions.flatMap((promotion) => {
    if (!chosen.has(promotion.id)) return promotion
    const edited = records.get(promotion.id)?.promotion
    return edited ? { ...edited, rank: promotion.rank } : []
  })
  const own = Object.fromEntries(
    [...records].flatMap(([id, { occasion }]) => (occasion === null ? [] : [[id, occasion]])),
  )
  const others = Object.fromEntries(Object.entries(followed).filter(([id]) => !chosen.has(id)))
  const follows = { ...others, ...own }
  const named = new Set(Object.values(follows))
  const occasions = (await OCCASIONS.list(connection)).filter(({ id }) => named.has(id)).map(toPlanOccasion)
  const live: PlanContent = { ...released, occasions: dated, follows: followed }
  const working: PlanContent = { store, promotions, sets: await SETS.list(connection), occasions, follows }
  return applyChoice({ live, working, changes: listChanges(live, working) }, choice).content
}

/** What a change is of, by its name; by its kind where there is one of it. */
export function nameOf({ id, before, after }: PlanChange): string {
  const named = after ?? before
  return named !== null && 'name' in named ? named.name : id
}

/** Throws `not-found` for a choice that is not kept. */
export async function getChoice(connection: Connection, plan: string): Promise<Choice> {
  const choice = await findChoice(connection, plan)
  if (!choice) throw new AppError('not-found', { facts: { kind: 'choice', id: plan } })
  return choice
}

/**
 * A short text for the content of each change in the working plan, by the change's id: equal as long as nobody edits what it is of, whatever else is
 * edited. Reads only what the changes are of.
 */
export async function readStamps(connection: Connection, changes: readonly string[]): Promise<Map<string, string>> {
  const idsOf = (thing: string) =>
    changes.flatMap((id) => (id.startsWith(`${thing}:`) ? id.slice(thing.length + 1) : []))
  const [promotions, sets, occasions] = [
    await readPromotionStamps(connection, idsOf('promotion')),
    await SETS.readStamps(connection, idsOf('set')),
    await OCCASIONS.readStamps(connection, idsOf('occasion')),
  ]
  const { store } = await getStore(connection)
  const settings = {
    stacking: async () => hash([pickSettings(store, 'stacking'), await readPromotionOrder(connection)]),
    store: () => Promise.resolve(hash(pickSettings(store, 'store'))),
  }
  const stamps = new Map<string, string>()
  for (const change of changes) {
    const [thing, id = ''] = change.split(/:(.*)/s)
    if (thing === 'stacking' || thing === 'store') stamps.set(change, await settings[thing]())
    else stamps.set(change, { promotion: promotions, set: sets, occasion: occasions }[thing!]?.get(id) ?? 'none')
  }
  return stamps
}

/** A text that changes when anything that a choice takes over is edited. */
export async function readChoiceStamp(connection: Connection, choice: Choice): Promise<string> {
  // What is done at once follows from the live release alone.
  return hash('patch' in choice ? choice : [...(await readStamps(connection, choice.changes))].sort())
}

const hash = (value: unknown) => createHash('sha256').update(JSON.stringify(value)).digest('hex').slice(0, 16)
