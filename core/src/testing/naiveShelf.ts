import type { Markdown, Product, Promotion, Store, Value } from '../plan.ts'

interface Outcome {
  readonly price: number
  readonly ranks: number[]
}

/**
 * The shelf price by trying every subset of the markdowns: written from docs/pricing.md, sharing no code with the fast one.
 * Knows single values without ladders, and a floor by minimum price alone.
 */
export function priceByEverySubset(product: Product, promotions: readonly Promotion[], store: Store): Outcome {
  const ordered = [...promotions].sort((a, b) => a.rank - b.rank)
  let best: Outcome = { price: product.regularPrice, ranks: [] }
  for (let mask = 1; mask < 1 << ordered.length; mask++) {
    const outcome = apply(
      product,
      ordered.filter((_, index) => mask & (1 << index)),
      store,
    )
    if (outcome && isBetter(outcome, best)) best = outcome
  }
  return best
}

function isBetter(a: Outcome, b: Outcome): boolean {
  if (a.price !== b.price) return a.price < b.price
  if (a.ranks.length !== b.ranks.length) return a.ranks.length > b.ranks.length
  const at = a.ranks.findIndex((rank, index) => rank !== b.ranks[index])
  return at >= 0 && a.ranks[at]! < b.ranks[at]!
}

/** Null where a member does not apply. */
function apply(product: Product, members: readonly Promotion[], store: Store): Outcome | null {
  let price = product.regularPrice
  const touched: Promotion[] = []
  for (const member of members) {
    if (touched.some((other) => isBarred(member, other, store))) return null
    const after = reduce(member.mechanic, product.regularPrice, price, product.minimumPrice ?? 0)
    if (after >= price) return null
    price = after
    touched.push(member)
  }
  return { price, ranks: members.map((member) => member.rank) }
}

function isBarred(later: Promotion, earlier: Promotion, store: Store): boolean {
  if (earlier.stacking.mode === 'closes') return true
  if (earlier.stacking.mode === 'alone' || later.stacking.mode === 'alone') return true
  const [a, b] = [earlier.stacking.group, later.stacking.group]
  return store.apart.some((pair) => (pair[0] === a && pair[1] === b) || (pair[0] === b && pair[1] === a))
}

function reduce({ value, rounding }: Markdown, regular: number, current: number, floor: number): number {
  if (current <= floor) return current
  const plain = current - Math.min(current, Math.max(0, wanted(value!, regular, current)))
  if (plain === current) return current
  if (!rounding) return Math.max(plain, floor)
  const prices = []
  for (let price = (rounding.ending ?? 0) - rounding.step * 5; price < 5000; price += rounding.step) prices.push(price)
  const up = prices.find((price) => price >= plain)!
  const down = prices.findLast((price) => price <= plain)!
  const rounded = { up, down, nearest: plain - down <= up - plain ? down : up }[rounding.to]
  if (rounded < 1 || rounded >= current) return Math.max(plain, floor)
  if (rounded >= floor) return rounded
  const above = prices.find((price) => price >= floor)!
  return above < current ? above : floor
}

function wanted(value: Value, regular: number, current: number): number {
  if ('percent' in value)
    return Math.floor(((value.of === 'regular' ? regular : current) * value.percent) / 10_000 + 0.5)
  if ('amount' in value) return value.amount
  return current - value.price
}
