import { spread, valueCut, type Json, type Unit } from './naiveBasics.ts'
import type { Situation } from './naiveOrder.ts'
import type { State } from './naivePhases.ts'

/** A promotion's turn: what it may use, and what it does to units. */
export interface Context {
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

export const dearest = (a: Unit, b: Unit) => b.current - a.current || a.index - b.index
const cheapest = (a: Unit, b: Unit) => a.current - b.current || a.index - b.index
export const orderBy = (pick: string | undefined, fallback: string) =>
  (pick ?? fallback) === 'cheapest' ? cheapest : dearest

const cutOf = (value: Json, unit: Unit, floor = unit.floor): number =>
  unit.current <= floor ? 0 : Math.min(valueCut(value, unit), unit.current - floor)

export const isOnce = (value: Json) => 'amount' in value && value.per === 'once'

/** Takes a value off units: each its own cut, or one amount spread over those with headroom. */
export function reward(context: Context, units: Unit[], value: Json, floorFor = (unit: Unit) => unit.floor): void {
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

export const wouldReduce = (value: Json, unit: Unit, floor = unit.floor): boolean =>
  isOnce(value) ? unit.current > floor : cutOf(value, unit, floor) > 0
