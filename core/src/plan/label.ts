import { definitionOf, type Mechanic } from '../mechanics/index.ts'
import type { Value } from '../terms/index.ts'
import type { MinorUnits } from '../values/index.ts'

/** Values of a label's placeholders. Amounts in minor units, `percent` whole. */
export interface LabelFacts {
  readonly percent?: number
  readonly amount?: MinorUnits
  readonly price?: MinorUnits
  readonly regular?: MinorUnits
}

const LABEL_PLACES = ['percent', 'amount', 'price', 'regular'] as const
type LabelPlace = (typeof LABEL_PLACES)[number]

const PLACE = /\{([^{}]*)\}/g

/** The places of a text, as they were written: `percent` of `{percent} % off`. */
export function findPlaces(text: string): string[] {
  return [...text.matchAll(PLACE)].map(([, name]) => name!)
}

/** The places of a label that stand for nothing. */
export const findUnknownPlaces = (label: string): string[] => findPlaces(label).filter((name) => !isPlace(name))

/**
 * A label with its places filled; null where a fact is missing, since half a label says something untrue. `format` writes a fact as
 * the shopper reads it.
 */
export function fillLabel(
  label: string,
  facts: LabelFacts,
  format: (place: LabelPlace, value: number) => string,
): string | null {
  const places = findPlaces(label)
  if (!places.every((name) => isPlace(name) && facts[name] !== undefined)) return null
  return label.replace(PLACE, (_all, name: LabelPlace) => format(name, facts[name]!))
}

/** Label of a reduced price. */
export function computePriceFacts(regular: MinorUnits, price: MinorUnits): LabelFacts {
  return { regular, price, amount: regular - price, percent: percentOff(regular, price) }
}

/**
 * Saving as a whole percentage: one the promotion names (`own`) or the nearest one if only rounding to cents differs; else rounded down, so
 * that no label promises too much.
 */
export function percentOff(regular: MinorUnits, price: MinorUnits, own: readonly number[] = []): number {
  if (regular <= 0) return 0
  const saved = (regular - price) * 100
  const isSame = (percent: number) => 2 * Math.abs(regular * percent - saved) <= 100
  const exact = saved / regular
  return [...own, Math.round(exact)].find((percent) => percent > 0 && isSame(percent)) ?? Math.floor(exact)
}

/** Label of a cart offer: its best tier, or its only value. */
export function computeOfferFacts(mechanic: Mechanic): LabelFacts {
  const values = definitionOf(mechanic).rewards(mechanic)
  return values.reduce<LabelFacts>((facts, value) => ({ ...facts, ...toFacts(value) }), {})
}

function toFacts(value: Value): LabelFacts {
  if ('percent' in value) return { percent: Math.floor(value.percent / 100) }
  return 'amount' in value ? { amount: value.amount } : { price: value.price }
}

function isPlace(name: string): name is LabelPlace {
  return LABEL_PLACES.some((place) => place === name)
}
