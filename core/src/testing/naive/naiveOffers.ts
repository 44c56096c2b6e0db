import { factsOf, mayTouch, rungOf, type Situation } from './naiveOrder.ts'
import { reaches, share, spread, valueCut, type Json, type Unit } from './naiveBasics.ts'
import { shelfOf, type State } from './naivePhases.ts'

/** Runs one promotion of phase 2 or 3 on the state, in place. Tells whether it applied. */
export function run(s: Situation, state: State, promotion: Json): boolean {
  const { mechanic, limits = {} } = promotion
  const facts = factsOf(s, promotion)
  const budget = limits.budgetStops && limits.budget != null ? limits.budget - facts.discountGiven : Infinity
  const cap = Math.min(limits.perOrder ?? Infinity, budget)
  const unitsLeft = limits.units == null ? Infinity : limits.units - facts.unitsSold
  const able = state.units.filter((unit) => mayTouch(promotion, unit, s.input.store))
  const inReach = (reach: Json) => able.filter((unit) => reaches(reach, unit.product, unit.regular, s.input.catalogue))
  const context: Context = {
    s,
    state,
    promotion,
    mechanic,
    cap,
    unitsLeft,
    inReach,
    rung: rungOf(s, promotion),
    cuts: new Map(),
    touched: new Set(),
  }
  const isChanged = RUNNERS[mechanic.kind]!(context)
  settleCap(context)
  for (const [unit, cut] of context.cuts) {
    unit.current -= cut
    if (cut > 0) unit.cuts.set(promotion.id, (unit.cuts.get(promotion.id) ?? 0) + cut)
  }
  for (const unit of context.touched) unit.touched.push(promotion)
  return isChanged || [...context.cuts.values()].some((cut) => cut > 0)
}

interface Context {
  readonly s: Situation
  readonly state: State
  readonly promotion: Json
  readonly mechanic: Json
  readonly cap: number
  readonly unitsLeft: number
  readonly inReach: (reach: Json) => Unit[]
  readonly rung: Json
  readonly cuts: Map<Unit, number>
  readonly touched: Set<Unit>
}

/** Tells whether something other than a price changed: a gift was added. */
type Runner = (context: Context) => boolean

function settleCap({ cuts, cap, mechanic }: Context): void {
  const total = [...cuts.values()].reduce((sum, cut) => sum + cut, 0)
  if (mechanic.kind === 'order-discount' || total <= cap) return
  const units = [...cuts.keys()].sort((a, b) => a.index - b.index)
  const weights = units.map((unit) => cuts.get(unit)!)
  spread(cap, weights, weights).forEach((cut, at) => cuts.set(units[at]!, cut))
}

const dearest = (a: Unit, b: Unit) => b.current - a.current || a.index - b.index
const cheapest = (a: Unit, b: Unit) => a.current - b.current || a.index - b.index
const orderBy = (pick: string | undefined, fallback: string) => ((pick ?? fallback) === 'cheapest' ? cheapest : dearest)

const cutOf = (value: Json, unit: Unit, floor = unit.floor): number =>
  unit.current <= floor ? 0 : Math.min(valueCut(value, unit), unit.current - floor)

const isOnce = (value: Json) => 'amount' in value && value.per === 'once'

/** Takes a value off units: each its own cut, or one amount spread over those with headroom. */
function reward(context: Context, units: Unit[], value: Json, floorFor = (unit: Unit) => unit.floor): void {
  const inOrder = [...units].sort((a, b) => a.index - b.index)
  const cuts = isOnce(value)
    ? spread(
        value.amount,
        inOrder.map((unit) => unit.current),
        inOrder.map((unit) => unit.current - floorFor(unit)),
      )
    : inOrder.map((unit) => cutOf(value, unit, floorFor(unit)))
  inOrder.forEach((unit, at) => {
    context.cuts.set(unit, cuts[at]!)
    if (cuts[at]! > 0) context.touched.add(unit)
  })
}

const wouldReduce = (value: Json, unit: Unit, floor = unit.floor): boolean =>
  isOnce(value) ? unit.current > floor : cutOf(value, unit, floor) > 0

/** Each unit with its value; limited units go to those that would be reduced, in order. */
function rewardEach(
  context: Context,
  pairs: [Unit, Json][],
  order: (a: Unit, b: Unit) => number,
  max = Infinity,
): void {
  const values = new Map(pairs)
  const chosen = pairs
    .map(([unit]) => unit)
    .filter((unit) => wouldReduce(values.get(unit), unit))
    .sort(order)
    .slice(0, Math.min(max, context.unitsLeft))
  const groups = new Map<Json, Unit[]>()
  for (const unit of chosen) groups.set(values.get(unit), [...(groups.get(values.get(unit)) ?? []), unit])
  for (const [value, units] of groups) reward(context, units, value)
}

const tierOf = (tiers: Json[], figure: number): Json => tiers.filter((tier) => tier.from <= figure).at(-1)?.value

const RUNNERS: Record<string, Runner> = {
  'item-discount': (context) => {
    const { mechanic, rung, inReach } = context
    const units = inReach(mechanic.reach)
    const max = mechanic.maxUnits ?? Infinity
    const order = orderBy(mechanic.pick, mechanic.maxUnits === undefined ? 'dearest' : 'cheapest')
    rewardEach(
      context,
      units.map((unit) => [unit, rung ?? mechanic.value]),
      order,
      max,
    )
    return false
  },
  'quantity-break': (context) => {
    const { mechanic, inReach } = context
    const groups = new Map<string, Unit[]>()
    for (const unit of inReach(mechanic.reach)) {
      const { sku, family } = unit.product
      const key =
        mechanic.count === 'sku' || (mechanic.count === 'family' && family === null)
          ? `sku ${sku}`
          : mechanic.count === 'family'
            ? `family ${family}`
            : 'all'
      groups.set(key, [...(groups.get(key) ?? []), unit])
    }
    const pairs: [Unit, Json][] = []
    for (const units of groups.values()) {
      units.sort(dearest).forEach((unit, at) => {
        const value = tierOf(mechanic.tiers, mechanic.on === 'tier' ? at + 1 : units.length)
        // An amount taken once belongs to its counted group.
        if (value) pairs.push([unit, value])
      })
    }
    const copies = new Map<string, Json>()
    const ownValue = (unit: Unit, value: Json) => {
      if (!isOnce(value)) return value
      const { sku, family } = unit.product
      const key = `${mechanic.count === 'reach' ? '' : mechanic.count === 'family' && family !== null ? `f${family}` : `s${sku}`}`
      if (!copies.has(key)) copies.set(key, { ...value })
      return copies.get(key)
    }
    rewardEach(
      context,
      pairs.map(([unit, value]) => [unit, ownValue(unit, value)]),
      dearest,
    )
    return false
  },
  'spend-break': (context) => {
    const { mechanic, inReach } = context
    const units = inReach(mechanic.reach)
    const value = tierOf(
      mechanic.tiers,
      units.reduce((sum, unit) => sum + unit.shelf, 0),
    )
    if (value)
      rewardEach(
        context,
        units.map((unit) => [unit, value]),
        dearest,
      )
    return false
  },
  'order-discount': (context) => {
    const { mechanic, rung, cap, inReach } = context
    const units = inReach(mechanic.reach)
    const base = units.reduce((sum, unit) => sum + unit.current, 0)
    const tier = tierOf(mechanic.tiers, base)
    const value = tier && (rung ?? tier)
    if (!value || base === 0) return false
    const amount = Math.min('percent' in value ? share(base, value.percent) : value.amount, base, cap)
    spread(
      amount,
      units.map((unit) => unit.current),
      units.map((unit) => Math.max(0, unit.current - unit.floor)),
    ).forEach((cut, at) => {
      context.cuts.set(units[at]!, cut)
      if (cut > 0) context.touched.add(units[at]!)
    })
    return false
  },
  'buy-get': (context) => (context.mechanic.gift ? runGift(context) : runBuyGet(context)),
  bundle: (context) => {
    const { mechanic, inReach } = context
    const used = new Set<Unit>()
    let left = context.unitsLeft
    const times = mechanic.repeat === 'once' ? 1 : mechanic.repeat === 'every' ? Infinity : mechanic.repeat
    for (let time = 0; time < times; time++) {
      const taken = fillParts(mechanic, (reach) => inReach(reach).filter((unit) => !used.has(unit)))
      if (!taken) break
      const sum = taken.reduce((all, unit) => all + unit.current, 0)
      if (sum <= mechanic.price || taken.every((unit) => unit.current <= unit.floor) || taken.length > left) break
      left -= taken.length
      const inOrder = taken.sort((a, b) => a.index - b.index)
      const rooms = inOrder.map((unit) => Math.max(0, unit.current - unit.floor))
      spread(
        sum - mechanic.price,
        inOrder.map((unit) => unit.current),
        rooms,
      ).forEach((cut, at) => {
        context.cuts.set(inOrder[at]!, cut)
        context.touched.add(inOrder[at]!)
        used.add(inOrder[at]!)
      })
    }
    return false
  },
}

function fillParts(mechanic: Json, free: (reach: Json) => Unit[]): Unit[] | null {
  const order = orderBy(mechanic.pick, 'dearest')
  const taken: Unit[] = []
  const open = [...mechanic.parts]
  while (open.length > 0) {
    const counts = open.map((part) => free(part.reach).filter((unit) => !taken.includes(unit)).length)
    const [part] = open.splice(counts.indexOf(Math.min(...counts)), 1)
    const units = free(part.reach)
      .filter((unit) => !taken.includes(unit))
      .sort(order)
      .slice(0, part.quantity)
    if (units.length < part.quantity) return null
    taken.push(...units)
  }
  return taken
}

const skusOf = (units: Unit[]) => [
  ...new Set([...units].sort((a, b) => a.index - b.index).map((unit) => unit.product.sku as string)),
]

const isFree = (value: Json) => value.percent === 10_000 || value.price === 0

function runBuyGet(context: Context): boolean {
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

function runGift(context: Context): boolean {
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
