import type { ShopCartAnswer } from '@novalex/contract'
import { describeShopOffer, shopText } from '@/locale/catalogue.ts'
import type { Names } from '@novalex/words'
import { wordsOf } from '@/mechanics/words.ts'

type Cause = ShopCartAnswer['surcharges'][number]

type Line = ShopCartAnswer['lines'][number]

/** Cause of a price change for shoppers: title, code, or a generic name of its type. */
export function nameCause({ kind, title, code }: Pick<Cause, 'kind' | 'title' | 'code'>): string {
  return title ?? (code === null ? wordsOf({ kind }).cause : shopText.byCode(code))
}

/** The same for a line of a cart: of a part of its units, with how many. */
export function nameLineCause(cause: Line['causes'][number], { gift, quantity }: Line): string {
  if (gift) return shopText.gift
  return cause.units === undefined ? nameCause(cause) : shopText.onUnits(nameCause(cause), cause.units, quantity)
}

/** A reduction of the goods together: title, else what it offers; and its code. */
export function nameReduction({ title, code, mechanic }: ShopCartAnswer['reductions'][number], names: Names): string {
  const said = title ?? describeShopOffer({ mechanic, when: null }, names)
  return code === null ? said : `${said} (${shopText.byCode(code)})`
}
