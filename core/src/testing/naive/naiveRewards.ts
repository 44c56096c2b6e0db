import { reaches, type Json, type Unit } from './naiveBasics.ts'
import { shelfOf } from './naivePhases.ts'
import { dearest, orderBy, reward, wouldReduce, type Context } from './naiveTaking.ts'

const skusOf = (units: Unit[]) => [
  ...new Set([...units].sort((a, b) => a.index - b.index).map((unit) => unit.product.sku as string)),
]

const isFree = (value: Json) => value.percent === 10_000 || value.price === 0

/** Rewards taken from the cart. */
export function runBuyGet(context: Context): boolean {
  const { mechanic, rung, inReach, s } = context
  const { buy, get, repeat, pick } = mechanic
  const value = rung ?? get.value
  const floorFor = (unit: Unit) => (isFree(value) ? 0 : unit.floor)
  const used = new Set<Unit>()
  let left = context.unitsLeft
  const times = repeat === 'once' ? 1 : repeat === 'every' ? Infinity : repeat
  const serve = (sku: string | null) => {
    const isInGet = (unit: Unit) => get.sameSku || reaches(get.reach, unit.product, unit.regular, s.input.catalogue)
    const free = (units: Unit[]) =>
      units.filter((unit) => !used.has(unit) && (sku === null || unit.product.sku === sku))
    for (let time = 0; time < times; time++) {
      const pool = free(inReach(buy.reach)).sort((a, b) => Number(isInGet(a)) - Number(isInGet(b)) || dearest(a, b))
      const bought = takeBuy(buy, pool)
      if (!bought) return
      const others = free(get.sameSku ? inReach({}) : inReach(get.reach)).filter((unit) => !bought.includes(unit))
      const rewards = others
        .filter((unit) => wouldReduce(value, unit, floorFor(unit)))
        .sort(orderBy(pick, 'cheapest'))
        .slice(0, get.quantity)
      if (rewards.length === 0 || rewards.length > left) return
      left -= rewards.length
      for (const unit of [...bought, ...rewards]) used.add(unit)
      for (const unit of bought) context.touched.add(unit)
      reward(context, rewards, value, floorFor)
    }
  }
  if (get.sameSku) for (const sku of skusOf(inReach(buy.reach))) serve(sku)
  else serve(null)
  return false
}

function takeBuy(buy: Json, pool: Unit[]): Unit[] | null {
  if (buy.quantity !== undefined) return pool.length >= buy.quantity ? pool.slice(0, buy.quantity) : null
  let sum = 0
  const at = pool.findIndex((unit) => (sum += unit.shelf) >= buy.spend)
  return at < 0 ? null : pool.slice(0, at + 1)
}

/** Rewards added to the cart. Tells whether any was. */
export function runGift(context: Context): boolean {
  const { s, state, promotion, mechanic, inReach } = context
  const { buy, get, repeat } = mechanic
  const times = repeat === 'once' ? 1 : repeat === 'every' ? Infinity : repeat
  const pool = inReach(buy.reach).sort(dearest)
  let left = context.unitsLeft
  let given = 0
  let isAdded = false
  const serve = (units: Unit[], sku: string) => {
    const product = s.input.catalogue.products.find((one: Json) => one.sku === sku)
    const n =
      buy.quantity !== undefined
        ? Math.floor(units.length / buy.quantity)
        : Math.floor(units.reduce((sum, unit) => sum + unit.shelf, 0) / buy.spend)
    const shelf = shelfOf(s, sku)
    const inCart = state.units.filter((unit) => unit.product.sku === sku).length
    let made = 0
    for (; made < Math.min(n, times); made++) {
      const before = state.gifts
        .filter((gift) => gift.product.sku === sku)
        .reduce((sum, gift) => sum + gift.quantity, 0)
      const stock = product.stock === null ? Infinity : product.stock - inCart - before
      const quantity = Math.min(get.quantity, Math.max(0, stock))
      if (quantity === 0 || quantity > left || given + quantity * shelf > context.cap) break
      left -= quantity
      given += quantity * shelf
      const known = state.gifts.find((gift) => gift.promotion === promotion.id && gift.product.sku === sku)
      if (known) known.quantity += quantity
      else state.gifts.push({ promotion: promotion.id, product, quantity, shelf })
      isAdded = true
    }
    if (made === 0) return
    for (const unit of buy.quantity !== undefined ? units.slice(0, made * buy.quantity) : units)
      context.touched.add(unit)
  }
  if (get.sameSku)
    for (const sku of skusOf(pool))
      serve(
        pool.filter((unit) => unit.product.sku === sku),
        sku,
      )
  else serve(pool, get.reach.skus[0])
  return isAdded
}
