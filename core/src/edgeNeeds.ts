import type { MinorUnits } from './money.ts'
import type { UnitTest } from './condition.ts'
import type { Condition, Mechanic, Promotion, Reach } from './plan.ts'

/** What a promotion asks of a cart: so many units of a reach, or so much money for them. */
export interface Need {
  readonly reach: Reach
  readonly units?: number
  readonly money?: MinorUnits
  /** What the money is reckoned in. */
  readonly basis?: 'regular' | 'shelf' | 'current'
}

/** The least that a mechanic asks, part by part. */
export function needsOfMechanic(mechanic: Mechanic): Need[] {
  switch (mechanic.kind) {
    case 'quantity-break':
      return [{ reach: mechanic.reach, units: mechanic.tiers[0]!.from }]
    case 'spend-break':
      return [{ reach: mechanic.reach, money: mechanic.tiers[0]!.from, basis: 'shelf' }]
    case 'order-discount':
      return [{ reach: mechanic.reach, money: mechanic.tiers[0]!.from, basis: 'current' }]
    case 'delivery':
      return [{ reach: {}, money: mechanic.tiers[0]!.from, basis: mechanic.basis }]
    case 'buy-get': {
      const { buy, get, gift } = mechanic
      const bought: Need =
        buy.quantity === undefined ? toSpend(buy.reach, buy.spend ?? 0) : toUnits(buy.reach, buy.quantity)
      return gift || get.sameSku ? [bought] : [bought, toUnits(get.reach ?? {}, get.quantity)]
    }
    case 'bundle':
      return mechanic.parts.map(({ reach, quantity }) => toUnits(reach, quantity))
    default:
      return [toUnits(mechanic.reach, 1)]
  }
}

/** What a condition asks of the cart wherever it must hold: the parts of every `all`, and of an `any` with one part. */
export function needsOfCondition(when: Condition | null): Need[] {
  if (when === null || 'not' in when) return []
  if ('all' in when) return when.all.flatMap(needsOfCondition)
  if ('any' in when) return when.any.length === 1 ? needsOfCondition(when.any[0]!) : []
  if (when.test !== 'spend' && when.test !== 'quantity') return []
  const isLower = when.op === '>=' || when.op === '>' || when.op === '='
  if (!isLower) return []
  const need = toNeed(when)
  if (when.op !== '>') return [need]
  return [need.units === undefined ? { ...need, money: need.money! + 1 } : { ...need, units: need.units + 1 }]
}

export function toNeed(test: UnitTest): Need {
  if (test.test === 'quantity') return toUnits(test.reach, test.count)
  return { reach: test.reach, money: test.amount, basis: test.basis }
}

export function needsOf({ mechanic, when }: Pick<Promotion, 'mechanic' | 'when'>): Need[] {
  return [...needsOfMechanic(mechanic), ...needsOfCondition(when)]
}

function toUnits(reach: Reach, units: number): Need {
  return { reach, units }
}

function toSpend(reach: Reach, money: MinorUnits): Need {
  return { reach, money, basis: 'shelf' }
}

/** What lies just below, at and above a figure, from the least that makes sense. */
export function sidesOf(figure: number, least: number) {
  const sides = [
    { side: 'below', figure: figure - 1 },
    { side: 'at', figure },
    { side: 'above', figure: figure + 1 },
  ] as const
  return sides.filter((one) => one.figure >= least)
}
