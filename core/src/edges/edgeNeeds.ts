import { firstOf } from '../values/index.ts'
import { definitionOf, type Need } from '../mechanics/index.ts'
import type { Promotion } from '../plan/index.ts'
import { limitsOf } from '../conditions/index.ts'
import type { Condition } from '../terms/index.ts'

/** Required tests of a condition: the parts of every `all`, and of an `any` with one part. */
export function needsOfCondition(when: Condition | null): Need[] {
  if (when === null || 'not' in when) return []
  if ('all' in when) return when.all.flatMap(needsOfCondition)
  if ('any' in when) return when.any.length === 1 ? needsOfCondition(firstOf(when.any)) : []
  return limitsOf(when).flatMap(({ op, need }) => {
    if (op === '>=' || op === '=') return [need]
    if (op !== '>') return []
    return [need.units === undefined ? { ...need, money: need.money! + 1 } : { ...need, units: need.units + 1 }]
  })
}

/** The most units that a condition lets a cart hold wherever it must hold; undefined where it doesn't say. */
export function findMostUnits(when: Condition | null): number | undefined {
  if (when === null || 'not' in when) return undefined
  const parts = 'all' in when ? when.all : 'any' in when && when.any.length === 1 ? when.any : []
  const most = parts.map(findMostUnits)
  for (const { op, need } of 'test' in when ? limitsOf(when) : [])
    if (need.units !== undefined && ['=', '<=', '<'].includes(op)) most.push(op === '<' ? need.units - 1 : need.units)
  const known = most.filter((units): units is number => units !== undefined && units > 0)
  return known.length > 0 ? Math.min(...known) : undefined
}

export function needsOf({ mechanic, when }: Pick<Promotion, 'mechanic' | 'when'>): Need[] {
  return [...definitionOf(mechanic).needs(mechanic), ...needsOfCondition(when)]
}

/** Values just below, at and above a limit, not less than the minimum. */
export function sidesOf(figure: number, least: number) {
  const sides = [
    { side: 'below', figure: figure - 1 },
    { side: 'at', figure },
    { side: 'above', figure: figure + 1 },
  ] as const
  return sides.filter((one) => one.figure >= least)
}
