import { computeOfferFacts, fillDisplay, fillLabel, type Display, type LabelFacts, type Promotion } from '@novalex/core'
import { formatMoney } from '@novalex/words'

/** A label as shoppers read it; null where it is empty or something in it can't be filled. */
export function writeLabel(label: string | undefined, facts: LabelFacts): string | null {
  return label ? fillLabel(label, facts, writeFigure) : null
}

const writeFigure = (place: string, value: number) => (place === 'percent' ? String(value) : formatMoney(value))

/** The texts of a promotion as the shop fills their places. */
export const fillTexts = (promotion: Promotion) => fillDisplay(promotion, writeFigure)

export function labelOfOffer({ display, mechanic }: Pick<Promotion, 'display' | 'mechanic'>): string | null {
  return writeLabel(display?.label, computeOfferFacts(mechanic))
}

export const isShownIn = (display: Display | undefined, place: 'list' | 'product' | 'cart') =>
  display?.places?.includes(place) ?? true
