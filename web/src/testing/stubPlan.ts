import type { ErrorCode, PromotionDraft, PromotionRecord } from '@novalex/contract'
import { createStore } from '@novalex/core/testing'
import { ApiError } from '@/api/http.ts'
import { DRAFT } from './drafts.ts'
import { stubServer, type Asked } from './stubServer.ts'

/** A record of the plan, ranked by its id: `p1`, `p2` … */
export function createRecord(id: string, changes: Partial<PromotionDraft> = {}): PromotionRecord {
  const { campaign, occasion, archived, note, ...fields } = { ...DRAFT, name: `Sale ${id}`, ...changes }
  const promotion = { id, rank: Number(id.slice(1)), ...fields }
  const stamp = { version: 1, updatedAt: '2027-03-01T00:00:00Z', updatedBy: 'Mara' }
  return { promotion, campaign, occasion, archived, note, ...stamp }
}

/** Stands in for a server whose plan holds some promotions: writes of another version are refused as stale. */
export function stubPlan(...given: readonly PromotionRecord[]) {
  const records = new Map(given.map((record) => [record.promotion.id, record]))
  const refuse = (code: ErrorCode) => {
    throw new ApiError(code)
  }
  const idOf = ({ path }: Asked) => path.split('/')[3]!
  function write(asked: Asked, version: number, change: (record: PromotionRecord) => PromotionRecord) {
    const record = records.get(idOf(asked))
    if (!record) throw new ApiError('not-found')
    if (record.version !== version) throw new ApiError('stale-version')
    const next = { ...change(record), version: version + 1 }
    records.set(record.promotion.id, next)
    return next
  }
  const toFields = ({ campaign, occasion, archived, note, ...fields }: PromotionDraft) => ({
    outside: { campaign, occasion, archived, note },
    fields,
  })
  const asked = stubServer({
    getStore: () => ({
      locale: 'en-GB',
      store: createStore(),
      delivery: [],
      channels: [],
      now: '2027-03-08T09:00:00Z',
      latestChange: 1,
      planRevision: 1,
      catalogueRevision: 1,
      release: null,
    }),
    listPromotions: () => [...records.values()],
    getPromotion: (question) => records.get(idOf(question)) ?? refuse('not-found'),
    createPromotion: ({ body }) => {
      const { outside, fields } = toFields(body as PromotionDraft)
      const id = `p${records.size + 1}`
      const record = { ...createRecord(id), ...outside, promotion: { id, rank: records.size + 1, ...fields } }
      records.set(id, record)
      return record
    },
    updatePromotion: (question) => {
      const { version, ...draft } = question.body as PromotionDraft & { version: number }
      const { outside, fields } = toFields(draft)
      return write(question, version, ({ promotion, ...rest }) => {
        return { ...rest, ...outside, promotion: { id: promotion.id, rank: promotion.rank, ...fields } }
      })
    },
    rankPromotion: (question) => {
      const { before, version } = question.body as { before: string | null; version: number }
      return write(question, version, (record) => {
        const others = [...records.values()].filter((one) => one !== record)
        others.sort((a, b) => a.promotion.rank - b.promotion.rank)
        const at = before === null ? others.length : others.findIndex(({ promotion }) => promotion.id === before)
        const ordered = others.toSpliced(at, 0, record)
        for (const [index, one] of ordered.entries())
          records.set(one.promotion.id, { ...one, promotion: { ...one.promotion, rank: index + 1 } })
        return records.get(record.promotion.id)!
      })
    },
    deletePromotion: (question) => {
      write(question, Number(question.query.version), (record) => record)
      return null
    },
    restorePromotion: (question) => write(question, Number(question.query.version), (record) => record),
  })
  return { asked, records, get: (id: string) => records.get(id)! }
}
