import { categoryPath } from '../catalogue/index.ts'
import type { Mechanic } from '../mechanics/index.ts'
import type { Promotion } from '../plan/index.ts'
import type { Category, PromotionState, Reach, Value } from '../terms/index.ts'
import {
  addDays,
  dateOf,
  entriesOf,
  firstOf,
  timeOf,
  type BasisPoints,
  type LocalDateTime,
  type MinorUnits,
} from '../values/index.ts'
import { formatList, formatMoney, formatRate } from './cells.ts'
import { formatPaths, parsePaths, PATHS, PRODUCT_LIMITS } from './productFile.ts'
import { LIST_SEPARATOR, normalizeHead, type CellReader, type TableFormat } from './tableFile.ts'

/** The columns of a promotion file, in the order in which they are written. */
export const PROMOTION_COLUMNS = [
  'id',
  'name',
  'type',
  'state',
  'percent',
  'amount',
  'price',
  'minimum',
  'categories',
  'skus',
  'product_sets',
  'tags',
  'families',
  'code',
  'starts',
  'ends',
  'campaign',
  'title',
  'label',
  'note',
] as const

export type PromotionColumn = (typeof PROMOTION_COLUMNS)[number]

/** The types that have one value, as a file names them. */
const TYPES = { markdown: 'markdown', 'item-discount': 'item discount', 'order-discount': 'order discount' } as const

type TabledKind = keyof typeof TYPES
type OfKind<K> = Extract<Mechanic, { kind: K }>

/** A mechanic with one value, which a row of a file can hold. */
export type TabledMechanic =
  | (OfKind<'markdown'> & { readonly value: Value })
  | OfKind<'item-discount'>
  | OfKind<'order-discount'>

const STATES: readonly PromotionState[] = ['draft', 'ready', 'paused', 'stopped']

/** A promotion as its row says it: products, sets and campaigns by name. Null, '' and empty lists: an empty cell. */
export interface PromotionRow {
  /** Null: a new promotion. */
  readonly id: string | null
  readonly name: string
  readonly type: TabledKind
  readonly state: PromotionState | null
  readonly percent: BasisPoints | null
  readonly amount: MinorUnits | null
  readonly price: MinorUnits | null
  /** The least value of an order. */
  readonly minimum: MinorUnits | null
  readonly categories: readonly (readonly string[])[]
  readonly skus: readonly string[]
  readonly sets: readonly string[]
  readonly tags: readonly string[]
  readonly families: readonly string[]
  readonly code: string
  /** As in the file: an instant, or a time on the store's clock. Of a promotion: local date-times. */
  readonly starts: string
  readonly ends: string
  readonly campaign: string
  readonly title: string
  readonly label: string
  readonly note: string
}

const LISTED = { max: 120, listed: 1000 }
const TEXT_MAX = 5000

export const PROMOTION_FORMAT: TableFormat<PromotionColumn, PromotionRow> = {
  columns: PROMOTION_COLUMNS,
  required: ['name', 'type'],
  key: ['id'],
  maxRows: 5000,
  numbers: ['percent', 'amount', 'price', 'minimum'],
  example: [
    ...['', 'Spring pads', 'markdown', 'draft', '15', '', '', '', 'Paper > Pads', '', '', '', '', ''],
    ...['2027-03-01', '2027-03-31 18:00', '', '', '{percent}% off', ''],
  ],
  parse: (read) => ({
    id: read.isEmpty('id') ? null : read.text('id', PRODUCT_LIMITS.sku),
    name: read.text('name', TEXT_MAX),
    type: parseType(read),
    state: read.isEmpty('state') ? null : parseState(read),
    percent: read.isEmpty('percent') ? null : read.rate('percent'),
    amount: read.amount('amount'),
    price: read.amount('price'),
    minimum: read.amount('minimum'),
    categories: parsePaths(read.list('categories', { ...PATHS, listed: LISTED.listed }), read),
    skus: read.list('skus', LISTED),
    sets: read.list('product_sets', LISTED),
    tags: read.list('tags', LISTED),
    families: read.list('families', LISTED),
    code: optional(read, 'code'),
    starts: read.isEmpty('starts') ? '' : read.moment('starts'),
    ends: read.isEmpty('ends') ? '' : read.moment('ends'),
    campaign: optional(read, 'campaign'),
    title: optional(read, 'title'),
    label: optional(read, 'label'),
    note: optional(read, 'note'),
  }),
}

const optional = (read: CellReader<PromotionColumn>, column: PromotionColumn) =>
  read.isEmpty(column) ? '' : read.text(column, TEXT_MAX)

function parseType(read: CellReader<PromotionColumn>): TabledKind {
  const given = read.text('type', 40)
  const kind = entriesOf(TYPES).find(([, name]) => normalizeHead(name) === normalizeHead(given))?.[0]
  if (!kind && given !== '')
    read.complain('not-one-of', 'type', { given: given.slice(0, 40), choices: Object.values(TYPES).join(', ') })
  return kind ?? 'markdown'
}

function parseState(read: CellReader<PromotionColumn>): PromotionState {
  const given = read.text('state', 40)
  const state = STATES.find((one) => one === given.toLowerCase())
  if (!state) read.complain('not-one-of', 'state', { given: given.slice(0, 40), choices: STATES.join(', ') })
  return state ?? 'draft'
}

/** What stands around promotions, by whose names a file calls it. */
export interface PromotionNames {
  readonly categories: readonly Category[]
  readonly sets: readonly { readonly id: string; readonly name: string }[]
  readonly campaigns: readonly { readonly id: string; readonly name: string }[]
}

/** A promotion with what belongs to it besides prices. */
export interface TabledPromotion {
  readonly promotion: Promotion
  readonly campaign: string | null
  readonly note: string
}

/** The most that a cell of a spreadsheet holds. */
const CELL_MAX = 32_767

/** Whether a row can hold a promotion so that it can be read back: one value at all times, and no name that holds what separates names. */
export function fitsPromotionFile(one: TabledPromotion, names: PromotionNames): boolean {
  const { mechanic, ladder } = one.promotion
  if (!isTabled(mechanic) || ladder !== null) return false
  const { reach } = mechanic
  const categories = byId(names.categories)
  const paths = (reach.categories ?? []).map((id) => categoryPath(categories, id))
  const listed = [
    ...paths.flat(),
    ...(reach.sets ?? []).map((id) => nameOf(names.sets, id)),
    ...[reach.skus, reach.tags, reach.families].flatMap((list) => list ?? []),
  ]
  if (paths.some((path) => path.length === 0 || path.some((name) => name.includes('>')))) return false
  if (listed.some((entry) => entry.includes(LIST_SEPARATOR) || entry.trim() !== entry)) return false
  return formatPromotionRow(toPromotionRow(one, names)).every((cell) => cell.length <= CELL_MAX)
}

export function isTabled(mechanic: Mechanic): mechanic is TabledMechanic {
  if (mechanic.kind === 'markdown') return mechanic.value !== undefined
  return mechanic.kind === 'item-discount' || (mechanic.kind === 'order-discount' && mechanic.tiers.length === 1)
}

export const valueOf = (mechanic: TabledMechanic): Value =>
  mechanic.kind === 'order-discount' ? firstOf(mechanic.tiers).value : mechanic.value

/** The row of a promotion; empty where the file has no words for it. Throws for a type that `isTabled` refuses. */
export function toPromotionRow({ promotion, campaign, note }: TabledPromotion, names: PromotionNames): PromotionRow {
  const { mechanic, schedule, code, display } = promotion
  if (!isTabled(mechanic)) throw new Error('No row holds this type of promotion')
  const value = valueOf(mechanic)
  const reach: Reach = mechanic.reach
  const categories = byId(names.categories)
  return {
    id: promotion.id,
    name: promotion.name,
    type: mechanic.kind,
    state: promotion.state,
    percent: 'percent' in value ? value.percent : null,
    amount: 'amount' in value ? value.amount : null,
    price: 'price' in value ? value.price : null,
    minimum: mechanic.kind === 'order-discount' ? firstOf(mechanic.tiers).from : null,
    categories: (reach.categories ?? []).map((id) => categoryPath(categories, id)),
    skus: reach.skus ?? [],
    sets: (reach.sets ?? []).map((id) => nameOf(names.sets, id)),
    tags: reach.tags ?? [],
    families: reach.families ?? [],
    code: code !== null && 'text' in code ? code.text : '',
    starts: schedule.start ?? '',
    ends: schedule.end ?? '',
    campaign: campaign === null ? '' : nameOf(names.campaigns, campaign),
    title: display?.title ?? '',
    label: display?.label ?? '',
    note,
  }
}

/** The cells of a row whose times are local date-times, in the order of `PROMOTION_COLUMNS`. */
export function formatPromotionRow(row: PromotionRow): string[] {
  return [
    row.id ?? '',
    row.name,
    TYPES[row.type],
    row.state ?? '',
    row.percent === null ? '' : formatRate(row.percent),
    formatMoney(row.amount),
    formatMoney(row.price),
    formatMoney(row.minimum),
    formatPaths(row.categories),
    ...[row.skus, row.sets, row.tags, row.families].map(formatList),
    row.code,
    formatStart(row.starts),
    formatEnd(row.ends),
    ...[row.campaign, row.title, row.label, row.note],
  ]
}

const BY_ID = new WeakMap<readonly Category[], ReadonlyMap<string, Category>>()

/** Made once for each list, which all rows of a file share. */
function byId(categories: readonly Category[]): ReadonlyMap<string, Category> {
  const known = BY_ID.get(categories) ?? new Map(categories.map((category) => [category.id, category]))
  BY_ID.set(categories, known)
  return known
}

const nameOf = (list: readonly { readonly id: string; readonly name: string }[], id: string) =>
  list.find((one) => one.id === id)?.name ?? id

const MIDNIGHT = '00:00'

/** A day alone begins at midnight. */
function formatStart(start: LocalDateTime): string {
  if (start === '') return ''
  return timeOf(start) === MIDNIGHT ? dateOf(start) : `${dateOf(start)} ${timeOf(start)}`
}

/** The last day where the end is midnight: people write the last day on which an offer holds. */
function formatEnd(end: LocalDateTime): string {
  if (end === '') return ''
  return timeOf(end) === MIDNIGHT ? addDays(dateOf(end), -1) : `${dateOf(end)} ${timeOf(end)}`
}

/** The end that a cell means. Spreadsheets give days a time of 00:00, so midnight too is the end of its day. */
export function toEnd(local: LocalDateTime): LocalDateTime {
  return timeOf(local) === MIDNIGHT ? `${addDays(dateOf(local), 1)}T${MIDNIGHT}` : local
}
