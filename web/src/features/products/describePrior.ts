import type { HistoryAnswer } from '@novalex/contract'
import { productText } from '@/locale/catalogue.ts'
import { formatInstant, formatMoney } from '@novalex/words'

/** Explains the strike-through price. */
export function describePrior(
  { prior, struck }: Pick<HistoryAnswer, 'prior' | 'struck'>,
  { regular, shelf }: { readonly regular: number; readonly shelf: number },
  { zone, days }: { readonly zone: string; readonly days: number },
): string {
  const words = productText.prior
  if (!prior) return shelf < regular ? words.notShown : words.none
  const dayOf = (text: string) => formatInstant(Date.parse(text), { zone })
  if (prior.price === null || prior.at === null) return words.unknown(dayOf(prior.began))
  if (struck === null) return words.cheaper(formatMoney(prior.price), dayOf(prior.at))
  if (struck === regular) return words.regular(formatMoney(regular), days, dayOf(prior.began))
  return words.lower(formatMoney(regular), formatMoney(prior.price), dayOf(prior.at), formatMoney(struck))
}
