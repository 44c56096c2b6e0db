import { PromotionSchema, type PromotionRecord } from '@novalex/contract'
import {
  checkIntent,
  checkPromotion,
  compileCatalogue,
  createProblem,
  resolveSets,
  type Problem,
  type Promotion,
} from '@novalex/core'
import { loadCatalogue } from '../../catalogue/catalogue.repository.ts'
import type { Connection } from '../../db/openDatabase.ts'
import type { ParsedTable } from '../../files/parseTableFile.ts'
import { checkShape } from '../../http/validate.ts'
import {
  findPromotion,
  insertPromotion,
  listPromotions,
  nextRank,
  updatePromotion,
} from '../../promotions/promotions.repository.ts'
import { SETS } from '../../sets/sets.repository.ts'
import { getStore } from '../../store/store.repository.ts'
import type { ImportWork } from '../importKind.ts'

const BY = 'plan file'

/** Promotions from a plan file, by id: known ones are replaced and keep their rank, new ones come last, the others stay. */
export const PLAN_KIND: ImportWork<Promotion> = {
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
    const added = rows.filter(({ id }) => !known.has(id)).length
    const unchanged = rows.filter((row) => isSame(known.get(row.id), row)).length
    return { added, unchanged, changed: rows.length - added - unchanged }
  },
  async write(transaction, { rows, at }, onProgress) {
    for (const [index, row] of rows.entries()) {
      await writePromotion(transaction, row, new Date(at).toISOString())
      await onProgress(index / rows.length)
    }
  },
}

/** In order of their ranks, which say nothing else here. */
function readPlan(file: Uint8Array): ParsedTable<string, Promotion> {
  const nothing = { columns: [], rows: [], numbers: [] }
  const refuse = (...problems: Problem[]) => ({ ...nothing, problems })
  let content: unknown
  try {
    content = JSON.parse(new TextDecoder('utf-8', { fatal: true }).decode(file))
  } catch {
    return refuse(createProblem('bad-json', ''))
  }
  const { plan = content } = (content ?? {}) as { plan?: unknown }
  const { promotions } = (plan ?? {}) as { promotions?: unknown }
  if (!Array.isArray(promotions)) return refuse(createProblem('no-promotions', ''))
  if (promotions.length === 0) return refuse(createProblem('empty-file', ''))
  const rows: Promotion[] = []
  const numbers: number[] = []
  const problems: Problem[] = []
  const ids = new Set<string>()
  for (const [index, given] of promotions.entries()) {
    const found = checkShape(PromotionSchema, given)
    const { id } = given as Promotion
    if (found.length === 0 && ids.has(id)) found.push(createProblem('duplicate-id', 'id', { id }))
    if (found.length > 0) problems.push(...found.map((one) => ({ ...one, path: `${index + 1}.${one.path}` })))
    else {
      ids.add(id)
      rows.push(given as Promotion)
      numbers.push(index + 1)
    }
  }
  const order = rows.map((_row, index) => index).sort((a, b) => rows[a]!.rank - rows[b]!.rank)
  return { columns: [], rows: order.map((at) => rows[at]!), numbers: order.map((at) => numbers[at]!), problems }
}

function isSame(known: Promotion | undefined, row: Promotion): boolean {
  if (!known) return false
  const plain = (promotion: Promotion) => sortKeys({ ...promotion, rank: 0 })
  return JSON.stringify(plain(known)) === JSON.stringify(plain(row))
}

function sortKeys(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(sortKeys)
  if (typeof value !== 'object' || value === null) return value
  return Object.fromEntries(
    Object.entries(value)
      .sort(([a], [b]) => (a < b ? -1 : 1))
      .map(([key, inner]) => [key, sortKeys(inner)]),
  )
}

async function writePromotion(transaction: Connection, row: Promotion, updatedAt: string): Promise<void> {
  const stamp = { updatedAt, updatedBy: BY }
  const before = await findPromotion(transaction, row.id)
  if (before) {
    const promotion = { ...row, rank: before.promotion.rank }
    // Dates of its own take it off the occasion that it followed.
    const isSame = JSON.stringify(sortKeys(row.schedule)) === JSON.stringify(sortKeys(before.promotion.schedule))
    const occasion = isSame ? before.occasion : null
    const record: PromotionRecord = { ...before, ...stamp, promotion, occasion, version: before.version + 1 }
    await updatePromotion(transaction, record)
    return
  }
  // One that was deleted keeps its row; what comes back under its id takes its place.
  await transaction('promotions').where({ id: row.id }).delete()
  const promotion = { ...row, rank: await nextRank(transaction) }
  const outside = { campaign: null, occasion: null, archived: false, note: '' }
  await insertPromotion(transaction, { promotion, ...outside, ...stamp, version: 1 })
}
