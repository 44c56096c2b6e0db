import { reaches, type Json, type Unit } from './naiveBasics.ts'
import {
  factsOf,
  onOffer,
  floorOf,
  isOpen,
  judge,
  leavesOut,
  markdownPrice,
  mayTouch,
  type Situation,
} from './naiveOrder.ts'

interface Gift {
  readonly promotion: string
  readonly product: Json
  quantity: number
  readonly shelf: number
}

export interface State {
  readonly units: Unit[]
  readonly gifts: Gift[]
}

const byRank = (list: Json[]) => [...list].sort((a, b) => a.rank - b.rank)

export const ofPhase = (s: Situation, kinds: string[]): Json[] =>
  byRank(s.input.plan.promotions.filter((p: Json) => kinds.includes(p.mechanic.kind) && isOpen(s, p)))

/** Phase 1 on one unit. */
function settleShelf(s: Situation, unit: Unit, candidates: Json[]): Unit {
  const { store } = s.input
  const run = (members: Json[], isStrict: boolean): Unit | null => {
    const copy: Unit = { ...unit, touched: [...unit.touched], cuts: new Map(unit.cuts) }
    for (const member of members) {
      const price = mayTouch(member, copy, store) ? markdownPrice(s, member, copy) : copy.current
      if (price >= copy.current) {
        if (isStrict) return null
        continue
      }
      copy.cuts.set(member.id, copy.current - price)
      copy.current = price
      copy.touched.push(member)
    }
    return copy
  }
  if (store.conflicts === 'rank') return run(candidates, false)!
  let best = unit
  for (const members of subsets(candidates)) {
    const outcome = run(members, true)
    if (!outcome || outcome.current > best.current) continue
    const isTie = outcome.current === best.current
    if (!isTie || isPreferred(outcome.touched.map(rankOf), best.touched.map(rankOf))) best = outcome
  }
  return best
}

const rankOf = (promotion: Json): number => promotion.rank

/** Of equally good subsets the larger, then the one whose sorted ranks come first. */
export function isPreferred(a: number[], b: number[]): boolean {
  if (a.length !== b.length) return a.length > b.length
  const [x, y] = [[...a].sort((p, q) => p - q), [...b].sort((p, q) => p - q)]
  const at = x.findIndex((rank, index) => rank !== y[index])
  return at >= 0 && x[at]! < y[at]!
}

export function* subsets<T>(list: T[]): Generator<T[]> {
  for (let mask = 0; mask < 1 << list.length; mask++) yield list.filter((_, index) => mask & (1 << index))
}

export function priceShelf(s: Situation): Unit[] {
  const { cart, catalogue, store } = s.input
  const admitted = ofPhase(s, ['markdown']).filter((p) => judge(s, p.when, []) === true)
  const left = new Map<string, number>(admitted.map((p) => [p.id, onOffer(s, p) - factsOf(s, p).unitsSold]))
  const units: Unit[] = cart.lines.flatMap(({ sku, quantity }: Json, line: number) => {
    const product = catalogue.products.find((one: Json) => one.sku === sku)
    const regular = s.regularOf.get(sku)!
    const make = () => ({
      line,
      product,
      regular,
      shelf: regular,
      current: regular,
      floor: floorOf(product, store),
      touched: [],
      cuts: new Map(),
    })
    return Array.from({ length: quantity }, make)
  })
  units.forEach((unit, index) => Object.assign(unit, { index }))
  for (const unit of [...units].sort((a, b) => b.regular - a.regular || a.index - b.index)) {
    const candidates = admitted.filter(
      (p) =>
        left.get(p.id)! > 0 &&
        !leavesOut(s, p, unit.product.sku) &&
        reaches(p.mechanic.reach, unit.product, unit.regular, catalogue),
    )
    const settled = settleShelf(s, unit, candidates)
    for (const { id } of settled.touched) left.set(id, left.get(id)! - 1)
    units[unit.index] = { ...settled, shelf: settled.current }
  }
  return units
}

/** Unit price on the product page before this order. */
export function shelfOf(s: Situation, sku: string): number {
  const cart = { ...s.input.cart, lines: [{ sku, quantity: 1 }] }
  return priceShelf({ ...s, input: { ...s.input, cart } })[0]!.shelf
}
