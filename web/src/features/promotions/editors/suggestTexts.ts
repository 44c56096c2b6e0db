import { isOrderLine, phaseOf, type Promotion } from '@novalex/core'
import { describeShopOffer, shopText } from '@/locale/catalogue.ts'
import { fillTexts, isShownIn } from '@/locale/describeDisplay.ts'
import type { Names } from '@novalex/words'
import { wordsOf } from '@/mechanics/words.ts'

/** The texts that shoppers read where a promotion has none of its own: they follow the offer. */
export function suggestTexts(promotion: Promotion, names: Names): Record<'title' | 'description' | 'label', string> {
  const { mechanic, when } = promotion
  const offer = phaseOf(mechanic) > 1 ? describeShopOffer({ mechanic, when }, names) : ''
  const title = isOrderLine(promotion) ? describeShopOffer({ mechanic, when: null }, names) : wordsOf(mechanic).cause
  return { title, description: offer, label: phaseOf(mechanic) === 1 ? '{percent}% off' : '' }
}

/** What a cart calls a promotion: its title, or the suggested one, and its code. */
export function nameInCart(promotion: Promotion, names: Names): string {
  const { code } = promotion
  const byCode = code && 'text' in code ? shopText.byCode(code.text) : null
  const title = isShownIn(promotion.display, 'cart') ? fillTexts(promotion)?.title : undefined
  if (!isOrderLine(promotion)) return title ?? byCode ?? wordsOf(promotion.mechanic).cause
  const said = title ?? suggestTexts(promotion, names).title
  return byCode === null ? said : `${said} (${byCode})`
}
