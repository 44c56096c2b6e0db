import { PromotionDraft, type PromotionRecord } from '@novalex/contract'
import {
  checkIntent,
  checkPromotion,
  compileCatalogue,
  createProblem,
  placeProblem,
  PROMOTION_FORMAT,
  resolveSets,
  toIso,
  toPromotion,
  toPromotionColumn,
  type Problem,
  type PromotionRow,
} from '@novalex/core'
import { dequal } from 'dequal'
import { listCampaigns } from '../../../data/campaigns/index.ts'
import { loadCatalogue } from '../../../data/catalogue/index.ts'
import { insertPromotion, listPromotions, nextRank, updatePromotion } from '../../../data/promotions/index.ts'
import { SETS } from '../../../data/sets/index.ts'
import { getStore } from '../../../data/store/index.ts'
import { checkShape } from '../../../http/validate.ts'
import { createId } from '../../../platform/createId.ts'
import type { Connection } from '../../../platform/db/openDatabase.ts'
import { parseTableFile } from '../../../platform/files/parseTableFile.ts'
import type { ImportInput, ImportWork } from '../importWork.ts'
import { previewPromotions } from './previewPromotions.ts'
import { undoPromotions, type PromotionsBefore } from './undoPromotions.ts'

/** Promotions with one value, a row each: a row with an id changes that promotion, one without is a new one, which comes last; the others stay. */
export const PROMOTIONS_KIND: ImportWork<PromotionRow, PromotionsBefore> = {
  belongsTo: 'plan',
  read: (file, options) => parseTableFile(file, PROMOTION_FORMAT, options),
  async check(connection, input) {
    const resolved = await resolveRows(connection, input)
    return resolved.flatMap((row, index) => (Array.isArray(row) ? row.map((problem) => ({ index, problem })) : []))
  },
  async preview(connection, input) {
    const rows = (await resolveRows(connection, input)).filter(isResolved)
    return previewPromotions(
      rows.map(({ before, record, changed }) => ({
        name: (before ?? record).promotion.name,
        isNew: !before,
        isChanged: changed.length > 0,
        columns: changed,
      })),
    )
  },
  async write(transaction, input, onProgress) {
    const stamp = { updatedAt: toIso(input.at), updatedBy: input.by }
    const promotions: PromotionRecord[] = []
    const added: string[] = []
    const rows = (await resolveRows(transaction, input)).filter(isResolved)
    for (const [index, { before, record, changed }] of rows.entries()) {
      if (!before) {
        const promotion = { ...record.promotion, rank: await nextRank(transaction) }
        await insertPromotion(transaction, { ...record, ...stamp, promotion })
        added.push(promotion.id)
      } else if (changed.length > 0) {
        await updatePromotion(transaction, { ...record, ...stamp })
        promotions.push(before)
      }
      await onProgress(index / rows.length)
    }
    return { promotions, added }
  },
  undo: undoPromotions,
}

interface Resolved {
  /** Null: a new promotion. */
  readonly before: PromotionRecord | null
  readonly record: PromotionRecord
  readonly changed: readonly string[]
}

const isResolved = (row: Resolved | Problem[]): row is Resolved => !Array.isArray(row)

/** Each row as the promotion that it stands for, or with all that is wrong with it. */
async function resolveRows(
  connection: Connection,
  { rows, columns }: ImportInput<PromotionRow>,
): Promise<(Resolved | Problem[])[]> {
  const { store } = await getStore(connection)
  const goods = await loadCatalogue(connection)
  const sets = await SETS.list(connection)
  const names = { categories: goods.categories, sets, campaigns: await listCampaigns(connection) }
  const surroundings = { store, catalogue: compileCatalogue({ ...goods, sets: resolveSets(sets, goods) }) }
  const records = new Map((await listPromotions(connection)).map((record) => [record.promotion.id, record]))
  return rows.map((row) => {
    const before = row.id === null ? null : (records.get(row.id) ?? null)
    if (row.id !== null && !before) return [createProblem('unknown-name', 'id', { given: row.id })]
    const imported = toPromotion(row, { columns, before, id: createId(), names, store })
    if (Array.isArray(imported)) return imported
    const { promotion, campaign, note, changed } = imported
    // Dates of its own take it off the occasion that it followed.
    const isFollowing = before !== null && dequal(promotion.schedule, before.promotion.schedule)
    const record = {
      ...(before ?? { archived: false, version: 1, updatedAt: '', updatedBy: '' }),
      promotion,
      campaign,
      note,
      occasion: isFollowing ? before.occasion : null,
    }
    if (before && changed.length === 0) return { before, record, changed }
    const problems = [...checkDraft(record), ...checkPromotion(promotion, surroundings)]
    if (problems.length === 0) problems.push(...checkIntent(promotion, surroundings))
    if (problems.length === 0) return { before, record, changed }
    return problems.map((problem) => placeProblem(problem, toPromotionColumn(problem.path)))
  })
}

/** Problems of its shape, as of a promotion that is edited on its page. */
function checkDraft({ promotion, campaign, occasion, archived, note }: PromotionRecord): Problem[] {
  const { id: _id, rank: _rank, ...fields } = promotion
  return checkShape(PromotionDraft, { ...fields, campaign, occasion, archived, note })
}
