import type { CodeOutcome, Promotion, PromotionOutcome, Quote } from '@novalex/core'
import { explainCode, explainOutcome } from '@/locale/catalogue.ts'
import { useNames } from '@/stores/names.ts'
import { usePromotionLookup } from './usePromotionLookup.ts'

/** Outcomes of promotions and codes at the till, as sentences. */
export function useReasons(edited: () => Promotion) {
  const names = useNames()
  const find = usePromotionLookup(edited)
  const nameOf = (id: string) => find(id)?.name ?? id

  const explain = (outcome: PromotionOutcome) => explainOutcome(outcome, { names: names.names, find })

  /** One without effect says why its promotion did nothing. */
  function explainCodeOf(quote: Quote, code: CodeOutcome): string {
    const outcome = quote.promotions.find(({ promotion }) => promotion === code.promotion)
    return explainCode(code, outcome && code.outcome === 'noEffect' ? explain(outcome) : '')
  }
  return { find, nameOf, explain, explainCodeOf }
}
