import { definitionOf, type Mechanic } from '../mechanics/index.ts'
import type { Display, Value } from '../terms/index.ts'
import type { MinorUnits } from '../values/index.ts'
import type { Promotion } from './promotion.ts'

/** Values of a label's placeholders. Amounts in minor units, `percent` whole. */
export interface LabelFacts {
  readonly percent?: number
  readonly amount?: MinorUnits
  readonly price?: MinorUnits
  readonly regular?: MinorUnits
}

const LABEL_PLACES = ['percent', 'amount', 'price', 'regular'] as const
export type LabelPlace = (typeof LABEL_PLACES)[number]

const PLACE = /\{([^{}]*)\}/g

/** The places of a text, as they were written: `percent` of `{percent} % off`. */
export function findPlaces(text: string): string[] {
  return [...text.matchAll(PLACE)].map(([, name]) => name!)
}

/** The places of a label that stand for nothing; that of an occasion is filled when a plan is compiled. */
export const findUnknownPlaces = (label: string): string[] =>
  findPlaces(label).filter((name) => !isPlace(name) && name !== 'occasion')

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

/** Figures that the texts of an offer may name: none where they change as it goes on, or from tier to tier. */
function factsOf({ mechanic, ladder }: Pick<Promotion, 'mechanic' | 'ladder'>): LabelFacts {
  if (ladder) return {}
  const each = definitionOf(mechanic).rewards(mechanic).map(toFacts)
  const same = LABEL_PLACES.filter((place) => new Set(each.map((facts) => facts[place])).size === 1)
  return Object.fromEntries(same.map((place) => [place, each[0]![place]]))
}

/** The texts of a promotion with the places of title and description filled; a text with a place that stands for nothing is left out. */
export function fillDisplay(
  promotion: Pick<Promotion, 'mechanic' | 'ladder' | 'display'>,
  format: Parameters<typeof fillLabel>[2],
): Display | undefined {
  const { display } = promotion
  const texts = { title: display?.title, description: display?.description }
  if (![texts.title, texts.description].some((text) => text?.includes('{'))) return display
  const filled = Object.entries(texts).flatMap(([key, text]) => {
    const own = text === undefined ? null : fillLabel(text, factsOf(promotion), format)
    return own === null ? [] : [[key, own] as const]
  })
  const { title: _title, description: _description, ...rest } = display!
  return { ...rest, ...Object.fromEntries(filled) }
}

/** The places of a promotion's texts, by text, that stand for nothing: a price beside which labels stand has every figure. */
export function findEmptyPlaces(
  promotion: Pick<Promotion, 'mechanic' | 'ladder' | 'display'>,
): { readonly key: 'title' | 'description' | 'label'; readonly place: string }[] {
  const isShelf = definitionOf(promotion.mechanic).phase <= 1
  return (['title', 'description', 'label'] as const).flatMap((key) => {
    if (key === 'label' && isShelf) return []
    const facts = key === 'label' ? computeOfferFacts(promotion.mechanic) : factsOf(promotion)
    const places = findPlaces(promotion.display?.[key] ?? '').filter(
      (name) => isPlace(name) && facts[name] === undefined,
    )
    return places.map((place) => ({ key, place }))
  })
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
