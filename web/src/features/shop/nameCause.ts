import type { ShopCartAnswer } from '@novalex/contract'
import { shopText } from '@/locale/enShop.ts'
import { wordsOf } from '@/mechanics/words.ts'

type Cause = ShopCartAnswer['surcharges'][number]

/** What changed a price, as a shopper reads it: its title, its code, or a word for its kind. */
export function nameCause({ kind, title, code }: Pick<Cause, 'kind' | 'title' | 'code'>): string {
  return title ?? (code === null ? wordsOf({ kind }).cause : shopText.byCode(code))
}
