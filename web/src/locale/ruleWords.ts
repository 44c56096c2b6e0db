import type { DeliveryOption } from '@novalex/contract'
import { WHOLE, formatPercent, type Delivery, type Reach, type ReachKeys, type Value } from '@novalex/core'
import { formatMoney, joinWords, plural } from './format.ts'

/** Names by id, for sentences. */
export interface Names {
  category(id: string): string
  stackGroup(id: string): string
  set(id: string): string
  product(sku: string): string
}

export function describeValue(value: Value): string {
  if ('percent' in value) {
    const of = value.of === 'regular' ? ' than the regular price' : ''
    return value.percent === WHOLE ? 'nothing' : `${formatPercent(value.percent)} less${of}`
  }
  if ('amount' in value) return `${formatMoney(value.amount)} less ${value.per === 'once' ? 'once' : 'each'}`
  return `${formatMoney(value.price)} each`
}

export function describeReach(reach: Reach, names: Names): string {
  const base = describeKeys(reach, names) || 'everything'
  return reach.except ? `${base} except ${describeKeys(reach.except, names)}` : base
}

export const isEverything = (reach: Reach) => Object.keys(reach).length === 0

/** Products, categories or sets that a sentence names; of more, it names only these or counts them. */
export const MOST_NAMED = 3

/** Names of ids; the first three and a count if there are more. */
export function listNames(ids: readonly string[], name: (id: string) => string, last = 'and'): string {
  if (ids.length <= MOST_NAMED) return joinWords(ids.map(name), last)
  return `${ids.slice(0, MOST_NAMED).map(name).join(', ')} and ${ids.length - MOST_NAMED} more`
}

function describeKeys(keys: ReachKeys, names: Names): string {
  const list = (ids: readonly string[], name: (id: string) => string) => listNames(ids, name, 'or')
  const parts: string[] = []
  if (keys.skus)
    parts.push(
      keys.skus.length > MOST_NAMED ? plural(keys.skus.length, 'chosen product') : list(keys.skus, names.product),
    )
  if (keys.categories) parts.push(list(keys.categories, names.category))
  if (keys.sets) parts.push(`the set ${list(keys.sets, names.set)}`)
  if (keys.families) parts.push(`family ${list(keys.families, String)}`)
  if (keys.tags) parts.push(`items tagged ${list(keys.tags, String)}`)
  if (keys.regularPrice) parts.push(describeRange(keys.regularPrice))
  return parts.join(', ')
}

function describeRange({ from, below }: NonNullable<ReachKeys['regularPrice']>): string {
  if (from !== undefined && below !== undefined) return `from ${formatMoney(from)} to below ${formatMoney(below)}`
  return from !== undefined ? `from ${formatMoney(from)} up` : `below ${formatMoney(below!)}`
}

export const CHANNELS: Readonly<Record<string, string>> = {
  web: 'the web shop',
  app: 'the app',
  counter: 'the shop in town',
}

/** The name of a channel; its id if it has none. */
export const nameChannel = (id: string) => CHANNELS[id] ?? id

let deliveryOptions: readonly DeliveryOption[] = []

/** The store's ways of delivery, whose names sentences say. */
export function setDeliveryOptions(options: readonly DeliveryOption[]): void {
  deliveryOptions = options
}

/** The name of a way of delivery; its id, where the store has it no longer. */
export const nameDelivery = (id: string) => deliveryOptions.find((option) => option.id === id)?.name ?? id

/** The first of some ways of delivery that the store has, where it goes first, at its price; of none named, the first of all. */
export function pickDelivery(ids: readonly string[] = [], options = deliveryOptions): Delivery {
  const option = options.find(({ id }) => ids.includes(id)) ?? (ids.length === 0 ? options[0] : undefined)
  const [first] = option?.prices ?? []
  return { option: option?.id ?? ids[0] ?? '', price: first?.price ?? 0, country: first?.country ?? '' }
}
