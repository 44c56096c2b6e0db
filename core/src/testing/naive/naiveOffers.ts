import { reaches, share, spread, type Json, type Unit } from './naiveBasics.ts'
import { factsOf, mayTouch, onOffer, rungOf, type Situation } from './naiveOrder.ts'
import type { State } from './naivePhases.ts'
import { runBuyGet, runGift } from './naiveRewards.ts'
import { dearest, isOnce, orderBy, reward, wouldReduce, type Context } from './naiveTaking.ts'

/** Runs one promotion of phase 2 or 3 on the state, in place. Tells whether it applied. */
export function run(s: Situation, state: State, promotion: Json): boolean {
  const { mechanic, limits = {} } = promotion
  const facts = factsOf(s, promotion)
  const budget = limits.budgetStops && limits.budget != null ? limits.budget - facts.discountGiven : Infinity
  const cap = Math.min(limits.perOrder ?? Infinity, budget)
  const unitsLeft = onOffer(s, promotion) - facts.unitsSold
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

/** Tells whether something other than a price changed: a gift was added. */
type Runner = (context: Context) => boolean

function settleCap({ cuts, cap, mechanic }: Context): void {
  const total = [...cuts.values()].reduce((sum, cut) => sum + cut, 0)
  if (mechanic.kind === 'order-discount' || total <= cap) return
  const units = [...cuts.keys()].sort((a, b) => a.index - b.index)
  const weights = units.map((unit) => cuts.get(unit)!)
  spread(cap, weights, weights).forEach((cut, at) => cuts.set(units[at]!, cut))
}

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
