import type { Promotion } from '../plan/index.ts'

/** A promotion that has another place among those that both plans have, counted from 1. */
export interface MovedPromotion {
  readonly id: string
  readonly name: string
  readonly before: number
  readonly after: number
}

const byRank = (promotions: readonly Promotion[]) => promotions.toSorted((a, b) => a.rank - b.rank)

/**
 * The fewest promotions that have to move for the order of one plan to become that of another, in the new order. Only those count that both plans
 * have: what is new or gone moves nothing.
 */
export function findMoved(before: readonly Promotion[], after: readonly Promotion[]): MovedPromotion[] {
  const kept = new Set(after.map(({ id }) => id))
  const common = byRank(before).filter(({ id }) => kept.has(id))
  const placeOf = new Map(common.map(({ id }, index) => [id, index]))
  const shared = byRank(after).filter(({ id }) => placeOf.has(id))
  const standing = findLongestRise(shared.map(({ id }) => placeOf.get(id)!))
  return shared.flatMap(({ id, name }, index) =>
    standing.has(index) ? [] : [{ id, name, before: placeOf.get(id)! + 1, after: index + 1 }],
  )
}

/** The indexes of a longest rising subsequence of different numbers. */
function findLongestRise(numbers: readonly number[]): Set<number> {
  /** The index that ends the rise of each length with the smallest number. */
  const ends: number[] = []
  const previous: (number | undefined)[] = []
  numbers.forEach((number, index) => {
    let [low, high] = [0, ends.length]
    while (low < high) {
      const middle = (low + high) >> 1
      if (numbers[ends[middle]!]! < number) low = middle + 1
      else high = middle
    }
    previous[index] = ends[low - 1]
    ends[low] = index
  })
  const rise = new Set<number>()
  for (let at = ends.at(-1); at !== undefined; at = previous[at]) rise.add(at)
  return rise
}

/**
 * Puts promotions of two plans into one order: those that `lead` has, in its order; each of the others after the nearest one before it in the order of
 * `rest`. Ranks stay as they are where they rise already; else they are counted from 1.
 */
export function joinOrder(
  promotions: readonly Promotion[],
  lead: readonly Promotion[],
  rest: readonly Promotion[],
): Promotion[] {
  const own = new Map(promotions.map((promotion) => [promotion.id, promotion]))
  const rankOf = new Map([...rest, ...lead].map(({ id, rank }) => [id, rank]))
  const order = byRank(lead).flatMap(({ id }) => (own.has(id) ? [id] : []))
  const placed = new Set(order)
  let nearest: string | null = null
  for (const { id } of byRank(rest)) {
    if (!own.has(id)) continue
    if (!placed.has(id)) {
      order.splice(nearest === null ? 0 : order.indexOf(nearest) + 1, 0, id)
      placed.add(id)
    }
    nearest = id
  }
  const rises = order.every((id, index) => index === 0 || rankOf.get(order[index - 1]!)! < rankOf.get(id)!)
  return order.map((id, index) => {
    const promotion = own.get(id)!
    const rank = rises ? rankOf.get(id)! : index + 1
    return promotion.rank === rank ? promotion : { ...promotion, rank }
  })
}
