import { computeOfferFacts, fillLabel, type Display, type LabelFacts, type Promotion } from '@novalex/core'
import { formatMoney } from './format.ts'

/** A label as shoppers read it; null where it is empty or something in it can't be filled. */
export function writeLabel(label: string | undefined, facts: LabelFacts): string | null {
  if (!label) return null
  return fillLabel(label, facts, (place, value) => (place === 'percent' ? String(value) : formatMoney(value)))
}

export function labelOfOffer({ display, mechanic }: Pick<Promotion, 'display' | 'mechanic'>): string | null {
  return writeLabel(display?.label, computeOfferFacts(mechanic))
}

export const isShownIn = (display: Display | undefined, place: 'list' | 'product' | 'cart') =>
  display?.places?.includes(place) ?? true
