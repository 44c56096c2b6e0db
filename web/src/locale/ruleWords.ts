import type { DeliveryOption } from '@novalex/contract'
import type { Delivery, Reach, ReachKeys } from '@novalex/core'
import { formatMoney, joinWords, plural, quote } from './format.ts'

/** Names by id, for sentences. */
export interface Names {
  category(id: string): string
  stackGroup(id: string): string
  set(id: string): string
  product(sku: string): string
}

/** Products in words: `Paper or Pads, excluding product A`. */
export function describeReach(reach: Reach, names: Names, everything = 'everything'): string {
  const base = describeKeys(reach, names) || everything
  return reach.except ? `${base}, excluding ${describeKeys(reach.except, names)}` : base
}

/** ` from Brushes`, ` of product A`: the products that a number of units is out of. */
export function outOf(reach: Reach, names: Names): string {
  const isProducts = reach.skus !== undefined && Object.keys(reach).length === 1
  return `${isProducts ? ' of ' : ' from '}${describeReach(reach, names, 'all products')}`
}

/** Some of a choice of products: `2 from Brushes`, `2 × Pad A4`, `any 3 items`. */
export function countGoods(
  quantity: number,
  reach: Reach,
  { names, any = false }: { readonly names: Names; readonly any?: boolean },
): string {
  if (isEverything(reach)) return `any ${plural(quantity, 'item')}`
  const { skus, ...others } = reach
  if (skus?.length === 1 && isEverything(others)) return `${quantity} × ${names.product(skus[0]!)}`
  return `${any ? 'any ' : ''}${quantity}${outOf(reach, names)}`
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
      keys.skus.length > MOST_NAMED ? plural(keys.skus.length, 'selected product') : list(keys.skus, names.product),
    )
  if (keys.categories) parts.push(list(keys.categories, names.category))
  if (keys.sets) parts.push(`product set ${list(keys.sets, (id) => quote(names.set(id)))}`)
  if (keys.families) parts.push(`family ${list(keys.families, String)}`)
  if (keys.tags) parts.push(`products tagged ${list(keys.tags, String)}`)
  const range = keys.regularPrice ? `priced ${describeRange(keys.regularPrice)}` : ''
  return [parts.join(', ') || (range && 'products'), range].filter(Boolean).join(' ')
}

function describeRange({ from, below }: NonNullable<ReachKeys['regularPrice']>): string {
  if (from !== undefined && below !== undefined) return `${formatMoney(from)} to under ${formatMoney(below)}`
  return from !== undefined ? `${formatMoney(from)} or more` : `under ${formatMoney(below!)}`
}

export const CHANNELS: Readonly<Record<string, string>> = {
  web: 'Online store',
  app: 'App',
  counter: 'In store',
}

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
