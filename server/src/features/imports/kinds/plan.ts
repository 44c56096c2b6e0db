import { dequal } from 'dequal'
import { PromotionSchema, type PromotionRecord } from '@novalex/contract'
import {
  toIso,
  placeBelow,
  checkIntent,
  checkPromotion,
  compileCatalogue,
  createProblem,
  PROBLEM_COLUMN,
  resolveSets,
  type Problem,
  type Promotion,
} from '@novalex/core'
import { loadCatalogue } from '../../../data/catalogue/index.ts'
import type { Connection } from '../../../platform/db/openDatabase.ts'
import { NO_TABLE, type ParsedTable } from '../../../platform/files/parseTableFile.ts'
import { checkShape } from '../../../http/validate.ts'
import {
  dropDeleted,
  findPromotion,
  insertPromotion,
  listPromotions,
  nextRank,
  updatePromotion,
} from '../../../data/promotions/index.ts'
import { SETS } from '../../../data/sets/index.ts'
import { getStore } from '../../../data/store/index.ts'
import type { ImportWork } from '../importWork.ts'
import { previewPromotions } from './previewPromotions.ts'
import { undoPromotions, type PromotionsBefore } from './undoPromotions.ts'

/** Promotions from a plan file, by id: known ones are replaced and keep their rank, new ones come last, the others stay. */
export const PLAN_KIND: ImportWork<Promotion, PromotionsBefore> = {
  belongsTo: 'plan',
  read: (file) => Promise.resolve(readPlan(file)),
  async check(connection, { rows }) {
    const { store } = await getStore(connection)
    const goods = await loadCatalogue(connection)
    const sets = resolveSets(await SETS.list(connection), goods)
    const surroundings = { store, catalogue: compileCatalogue({ ...goods, sets }) }
    return rows.flatMap((promotion, index) =>
      [...checkPromotion(promotion, surroundings), ...checkIntent(promotion, surroundings)].map((problem) => ({
        index,
        problem,
      })),
    )
  },
  async preview(connection, { rows }) {
    const known = new Map(
      (await listPromotions(connection, { archived: true })).map(({ promotion }) => [promotion.id, promotion]),
    )
    return previewPromotions(
      rows.map((row) => ({
        name: known.get(row.id)?.name ?? row.name,
        isNew: !known.has(row.id),
        isChanged: !isSame(known.get(row.id), row),
        columns: [],
      })),
    )
  },
  async write(transaction, { rows, at, by }, onProgress) {
    const promotions: PromotionRecord[] = []
    const added: string[] = []
    for (const [index, row] of rows.entries()) {
      const before = await writePromotion(transaction, row, { updatedAt: toIso(at), updatedBy: by })
      if (before) promotions.push(before)
      else added.push(row.id)
      await onProgress(index / rows.length)
    }
    return { promotions, added }
  },
  undo: undoPromotions,
}

/** The promotions of a plan file as they stand there, without what was said to be wrong with them before. */
function readPromotions(file: Uint8Array): unknown[] | Problem {
  let content: unknown
  try {
    content = JSON.parse(new TextDecoder('utf-8', { fatal: true }).decode(file))
  } catch {
    return createProblem('bad-json', '')
  }
  const { plan = content } = (content ?? {}) as { plan?: unknown }
  const { promotions } = (plan ?? {}) as { promotions?: unknown }
  if (!Array.isArray(promotions)) return createProblem('no-promotions', '')
  if (promotions.length === 0) return createProblem('empty-file', '')
  return promotions.map((one: unknown) => {
    if (typeof one !== 'object' || one === null) return one
    const { [PROBLEM_COLUMN]: _said, ...promotion } = one as Record<string, unknown>
    return promotion
  })
}

/** A plan file of those promotions that have something wrong with them, which each of them says; by their places from 1. */
export function writeRejectedPlan(file: Uint8Array, problems: ReadonlyMap<number, string>): Uint8Array {
  const promotions = readPromotions(file)
  const rejected = (Array.isArray(promotions) ? promotions : []).flatMap((one, index) => {
    const said = problems.get(index + 1)
    // What is no promotion at all is given back as it stands, in an entry that says so.
    const entry = typeof one === 'object' && !Array.isArray(one) ? one : { given: one }
    return said === undefined ? [] : [{ ...entry, [PROBLEM_COLUMN]: said }]
  })
  return Buffer.from(`${JSON.stringify({ plan: { promotions: rejected } }, null, 2)}\n`)
}

/** In order of their ranks, which say nothing else here. */
function readPlan(file: Uint8Array): ParsedTable<string, Promotion> {
  const promotions = readPromotions(file)
  if (!Array.isArray(promotions)) return { ...NO_TABLE, problems: [promotions] }
  const rows: Promotion[] = []
  const numbers: number[] = []
  const problems: Problem[] = []
  const ids = new Set<string>()
  for (const [index, given] of promotions.entries()) {
    const found = checkShape(PromotionSchema, given)
    const id = found.length === 0 ? (given as Promotion).id : ''
    if (ids.has(id)) found.push(createProblem('duplicate-id', 'id', { id }))
    if (found.length > 0) problems.push(...placeBelow(String(index + 1), found))
    else {
      ids.add(id)
      rows.push(given as Promotion)
      numbers.push(index + 1)
    }
  }
  const order = rows.map((_row, index) => index).sort((a, b) => rows[a]!.rank - rows[b]!.rank)
  return { ...NO_TABLE, rows: order.map((at) => rows[at]!), numbers: order.map((at) => numbers[at]!), problems }
}

function isSame(known: Promotion | undefined, row: Promotion): boolean {
  if (!known) return false
  return dequal({ ...known, rank: 0 }, { ...row, rank: 0 })
}

/** Answers what was there before under its id. */
async function writePromotion(
  transaction: Connection,
  row: Promotion,
  stamp: Pick<PromotionRecord, 'updatedAt' | 'updatedBy'>,
): Promise<PromotionRecord | undefined> {
  const before = await findPromotion(transaction, row.id)
  if (before) {
    const promotion = { ...row, rank: before.promotion.rank }
    // Dates of its own take it off the occasion that it followed.
    const occasion = dequal(row.schedule, before.promotion.schedule) ? before.occasion : null
    await updatePromotion(transaction, { ...before, ...stamp, promotion, occasion })
    return before
  }
  // One that was deleted keeps its row; what comes back under its id takes its place.
  await dropDeleted(transaction, row.id)
  const promotion = { ...row, rank: await nextRank(transaction) }
  const outside = { campaign: null, occasion: null, archived: false, note: '' }
  await insertPromotion(transaction, { promotion, ...outside, ...stamp, version: 1 })
  return undefined
}
