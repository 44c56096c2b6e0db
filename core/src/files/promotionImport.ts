import { phaseOf } from '../mechanics/index.ts'
import { findFirstGroup, type Promotion } from '../plan/index.ts'
import type { Display, Reach, Schedule, Store, Value } from '../terms/index.ts'
import { createProblem, isLocalDateTime, toLocal, type LocalDateTime, type Problem } from '../values/index.ts'
import { findCategoryId } from './categoryFinder.ts'
import {
  formatPromotionRow,
  isTabled,
  PROMOTION_COLUMNS,
  toEnd,
  toPromotionRow,
  valueOf,
  type PromotionColumn,
  type PromotionNames,
  type PromotionRow,
  type TabledMechanic,
  type TabledPromotion,
} from './promotionFile.ts'

/** What a row makes of a promotion, its rank apart. */
export interface ImportedPromotion extends TabledPromotion {
  /** The columns whose cells differ from the present ones. */
  readonly changed: readonly PromotionColumn[]
}

interface Given {
  /** The columns of the file. */
  readonly columns: readonly string[]
  /** The promotion that the row names; null: a new one. */
  readonly before: TabledPromotion | null
  /** The id of a new one. */
  readonly id: string
  readonly names: PromotionNames
  readonly store: Store
}

/** A row beside the present one: what of it is new, and what is wrong with it. */
interface Step {
  readonly row: PromotionRow
  readonly isNew: (...columns: readonly PromotionColumn[]) => boolean
  readonly problems: Problem[]
}

/**
 * The promotion that a row of a file stands for: a new one, or the present one with those cells that differ from it. Everything else of it stays, what no
 * row holds too. Paths of problems are columns; those of `checkPromotion` are told apart by `toPromotionColumn`.
 */
export function toPromotion(
  given: PromotionRow,
  { columns, before, id, names, store }: Given,
): ImportedPromotion | Problem[] {
  const present = before?.promotion
  const old = present && isTabled(present.mechanic) && present.ladder === null ? present.mechanic : null
  if (present && old?.kind !== given.type) return [createProblem('other-type', 'type', { given: present.name })]
  const problems: Problem[] = []
  const row = withLocalTimes(given, store.timeZone, problems)
  if (problems.length > 0) return problems
  const cells = formatPromotionRow(row)
  const presentCells = before ? formatPromotionRow(toPromotionRow(before, names)) : cells.map(() => '')
  const changed = PROMOTION_COLUMNS.filter(
    (column, at) =>
      columns.includes(column) && cells[at] !== presentCells[at] && !(column === 'state' && row.state === null),
  )
  const step: Step = { row, problems, isNew: (...some) => some.some((column) => changed.includes(column)) }
  const mechanic = toMechanic(step, old, names)
  const code = step.isNew('code') ? (row.code === '' ? null : { text: row.code }) : (present?.code ?? null)
  const campaign = toCampaign(step, before?.campaign ?? null, names)
  const promotion: Promotion = {
    ...(present ?? {
      id,
      rank: 1,
      when: null,
      limits: {},
      ladder: null,
      stacking: { group: findFirstGroup(store, { phase: phaseOf(mechanic), isCode: code !== null }), mode: 'group' },
    }),
    name: row.name,
    state: row.state ?? present?.state ?? 'draft',
    schedule: toSchedule(step, present?.schedule ?? {}),
    code,
    mechanic,
    ...toDisplay(step, present?.display),
  }
  if (problems.length > 0) return problems
  return { promotion, campaign, note: step.isNew('note') ? row.note : (before?.note ?? ''), changed }
}

/** The column in which a promotion's field stands; where none holds it, the type's. */
export function toPromotionColumn(path: string): PromotionColumn {
  return COLUMN_BY_PATH.find(([start]) => path.startsWith(start))?.[1] ?? 'type'
}

const COLUMN_BY_PATH: readonly (readonly [path: string, column: PromotionColumn])[] = [
  ['name', 'name'],
  ['state', 'state'],
  ['mechanic.value.amount', 'amount'],
  ['mechanic.value.price', 'price'],
  ['mechanic.value', 'percent'],
  ['mechanic.tiers.0.from', 'minimum'],
  ['mechanic.tiers.0.value.amount', 'amount'],
  ['mechanic.tiers.0.value.price', 'price'],
  ['mechanic.tiers', 'percent'],
  ['mechanic.reach.skus', 'skus'],
  ['mechanic.reach.sets', 'product_sets'],
  ['mechanic.reach.tags', 'tags'],
  ['mechanic.reach.families', 'families'],
  ['mechanic.reach', 'categories'],
  ['code', 'code'],
  ['schedule.start', 'starts'],
  ['schedule', 'ends'],
  ['campaign', 'campaign'],
  ['display.label', 'label'],
  ['display', 'title'],
  ['note', 'note'],
]

/** With times on the store's clock, whose hour that spring skips is refused by `checkPromotion`. */
function withLocalTimes(row: PromotionRow, zone: string, problems: Problem[]): PromotionRow {
  const read = (column: 'starts' | 'ends'): LocalDateTime => {
    const text = row[column]
    if (text === '') return ''
    const instant = /(Z|[+-]\d\d:\d\d)$/.test(text) && text.length > 10 ? Date.parse(text.replace(' ', 'T')) : null
    const local = instant === null ? (text.length === 10 ? `${text}T00:00` : text.replace(' ', 'T').slice(0, 16)) : ''
    const isTime = instant === null ? isLocalDateTime(local) : !Number.isNaN(instant)
    if (!isTime) problems.push(createProblem('no-such-time', column, { given: text }))
    return isTime && instant !== null ? toLocal(instant, zone) : local
  }
  const [starts, ends] = [read('starts'), read('ends')]
  return { ...row, starts, ends: ends === '' || problems.length > 0 ? '' : toEnd(ends) }
}

function toMechanic(step: Step, old: TabledMechanic | null, names: PromotionNames): TabledMechanic {
  const { row, isNew, problems } = step
  const value = toValue(step, old)
  const reach = toReach(step, old?.reach ?? {}, names)
  if (row.type === 'order-discount') {
    const from = isNew('minimum') || old?.kind !== row.type ? (row.minimum ?? 0) : old.tiers[0]!.from
    return { kind: row.type, reach, tiers: [{ from, value }] }
  }
  if (isNew('minimum')) problems.push(createProblem('not-allowed', 'minimum'))
  if (row.type === 'markdown') return { ...(old?.kind === row.type ? old : {}), kind: row.type, reach, value }
  return { ...(old?.kind === row.type ? old : {}), kind: row.type, reach, value }
}

const VALUE_COLUMNS = ['percent', 'amount', 'price'] as const

/** Exactly one of the three. What a present value says besides its figure stays. */
function toValue({ row, isNew, problems }: Step, old: TabledMechanic | null): Value {
  const before = old && valueOf(old)
  if (before && !isNew(...VALUE_COLUMNS)) return before
  const filled = VALUE_COLUMNS.filter((column) => row[column] !== null)
  if (filled.length !== 1)
    problems.push(createProblem('one-of-columns', filled[1] ?? 'percent', { columns: VALUE_COLUMNS.join(', ') }))
  if (row.percent !== null) return { ...(before && 'percent' in before ? before : {}), percent: row.percent }
  if (row.price !== null) {
    // Of many products together there is no price.
    if (row.type === 'order-discount') problems.push(createProblem('not-allowed', 'price'))
    return { price: row.price }
  }
  const per = before && 'amount' in before ? before.per : row.type === 'order-discount' ? 'once' : 'unit'
  return { amount: row.amount ?? 0, per }
}

function toReach({ row, isNew, problems }: Step, old: Reach, { categories, sets }: PromotionNames): Reach {
  const lists = {
    skus: isNew('skus') ? row.skus : old.skus,
    categories: isNew('categories')
      ? row.categories.map((path) => {
          const id = findCategoryId(categories, path)
          if (id === undefined) problems.push(createProblem('unknown-name', 'categories', { given: path.join(' > ') }))
          return id ?? ''
        })
      : old.categories,
    sets: isNew('product_sets') ? row.sets.map((name) => findId(sets, name, 'product_sets', problems)) : old.sets,
    tags: isNew('tags') ? row.tags : old.tags,
    families: isNew('families') ? row.families : old.families,
  }
  const { skus: _skus, categories: _categories, sets: _sets, tags: _tags, families: _families, ...kept } = old
  return { ...kept, ...Object.fromEntries(Object.entries(lists).filter(([, list]) => list && list.length > 0)) }
}

function toCampaign({ row, isNew, problems }: Step, old: string | null, { campaigns }: PromotionNames): string | null {
  if (!isNew('campaign')) return old
  return row.campaign === '' ? null : findId(campaigns, row.campaign, 'campaign', problems)
}

function findId(list: PromotionNames['sets'], name: string, column: PromotionColumn, problems: Problem[]): string {
  const known = list.find((one) => one.name === name)
  if (!known) problems.push(createProblem('unknown-name', column, { given: name }))
  return known?.id ?? ''
}

/** Dates of its own end what is still open. */
function toSchedule({ row, isNew }: Step, old: Schedule): Schedule {
  if (!isNew('starts', 'ends')) return old
  const { open: _open, start, end, ...rest } = old
  const [starts, ends] = [isNew('starts') ? row.starts : start, isNew('ends') ? row.ends : end]
  return { ...rest, ...(starts ? { start: starts } : {}), ...(ends ? { end: ends } : {}) }
}

function toDisplay({ row, isNew }: Step, old: Display | undefined): { readonly display?: Display } {
  if (!isNew('title', 'label')) return old ? { display: old } : {}
  const { title, label, ...rest } = old ?? {}
  const texts = { title: isNew('title') ? row.title : title, label: isNew('label') ? row.label : label }
  const display = { ...rest, ...Object.fromEntries(Object.entries(texts).filter(([, text]) => text)) }
  return Object.keys(display).length === 0 && !old ? {} : { display }
}
