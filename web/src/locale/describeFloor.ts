import { isFree, phaseOf, type Mechanic } from '@novalex/core'
import { formatPercent } from '@novalex/words'
import { text } from './catalogue.ts'

interface Floor {
  readonly enforce: boolean
  /** In basis points of the unit cost. */
  readonly minMargin: number
}

/** How far the store's price floor holds what a promotion does; empty where it has nothing to do with the price of goods. */
export function describeFloor(mechanic: Mechanic, { enforce, minMargin }: Floor): string {
  const words = text.promotion.limits
  const phase = phaseOf(mechanic)
  if (phase > 3) return ''
  if (!enforce) return words.noFloor
  if (phase === 0) return words.floorOfRegular
  if (mechanic.kind === 'buy-get' && (mechanic.gift || isFree(mechanic.get.value))) return words.floorOfFree
  return words.floor(formatPercent(minMargin))
}
