import type { NumberLocale } from '@novalex/contract'
import { fillDisplay, type Display, type Promotion } from '@novalex/core'

/** In which money and locale shoppers read figures. */
export interface Figures {
  readonly currency: string
  readonly locale: NumberLocale
}

/** A promotion's texts as shoppers read them, with their places filled. */
export function readDisplay(promotion: Promotion, figures: Figures): Display | undefined {
  return fillDisplay(promotion, createFigureWriter(figures))
}

/** Writes the figures in texts as shoppers read them. */
export function createFigureWriter({ currency, locale }: Figures): Parameters<typeof fillDisplay>[1] {
  const money = new Intl.NumberFormat(locale, { style: 'currency', currency })
  return (place, value) => (place === 'percent' ? String(value) : money.format(value / 100))
}

/** Title of a promotion in the cart; null: a generic name of its type. */
export function titleForCart(promotion: Promotion, figures: Figures): string | null {
  const isShown = promotion.display?.places?.includes('cart') ?? true
  return (isShown && readDisplay(promotion, figures)?.title) || null
}
