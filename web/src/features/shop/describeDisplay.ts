import {
  computeOfferFacts,
  describePromotion,
  fillLabel,
  type Display,
  type LabelFacts,
  type Promotion,
  type Store,
} from '@novalex/core'
import { formatMoney } from '@/locale/format.ts'
import type { Names } from '@/locale/ruleWords.ts'
import { writeSentence } from '@/locale/sentence.ts'

/** A label as shoppers read it; null where it is empty or something in it can't be filled. */
export function writeLabel(label: string | undefined, facts: LabelFacts): string | null {
  if (!label) return null
  return fillLabel(label, facts, (place, value) => (place === 'percent' ? String(value) : formatMoney(value)))
}

/** What is said of an offer: what it gives, to whom; its dates and its place in the plan are nobody else's. */
const OPEN_PARTS = [
  'shopper',
  'value',
  'maxUnits',
  'reach',
  'tiers',
  'buy',
  'get',
  'parts',
  'price',
  'repeat',
  'options',
]

/** An offer in words made from its rule, for where nobody wrote any. */
export function describeOffer(promotion: Promotion, store: Store, names: Names): string {
  const parts = describePromotion(promotion, store).filter(({ part }) => OPEN_PARTS.includes(part))
  const sentence = writeSentence(parts, names)
    .map((piece) => piece.text)
    .join('')
    .replace(/^, /, '')
  return sentence.charAt(0).toUpperCase() + sentence.slice(1)
}

export function labelOfOffer({ display, mechanic }: Pick<Promotion, 'display' | 'mechanic'>): string | null {
  return writeLabel(display?.label, computeOfferFacts(mechanic))
}

export const isShownIn = (display: Display | undefined, place: 'list' | 'product' | 'cart') =>
  display?.places?.includes(place) ?? true
