import type { Reach, ReachKeys } from '@novalex/core'
import { formatMoney } from '../format.ts'
import { isEverything, MOST_NAMED, type Names } from '../names.ts'
import { joinWords, plural, quote } from './grammar.ts'

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

/** Names of ids; the first three and a count if there are more. */
export function listNames(ids: readonly string[], name: (id: string) => string, last: 'and' | 'or' = 'and'): string {
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
