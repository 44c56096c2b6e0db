import type { Mechanic, MechanicKind, Mechanics, PartsOf } from '@novalex/core'
import { bundleWords } from './bundle.ts'
import { buyGetWords } from './buyGet.ts'
import { deliveryWords } from './delivery.ts'
import { itemDiscountWords } from './itemDiscount.ts'
import { markdownWords } from './markdown.ts'
import { orderDiscountWords } from './orderDiscount.ts'
import { priceStepsWords } from './priceSteps.ts'
import { quantityBreakWords } from './quantityBreak.ts'
import type { MechanicWords, WordsOf } from '../../mechanicWords.ts'
import { spendBreakWords } from './spendBreak.ts'
import { surchargeWords } from './surcharge.ts'

/** English words of every mechanic, in the order in which their cards are offered. */
export const MECHANIC_WORDS: { readonly [K in MechanicKind]: MechanicWords<Mechanics[K], PartsOf<K>> } = {
  markdown: markdownWords,
  'item-discount': itemDiscountWords,
  'quantity-break': quantityBreakWords,
  'spend-break': spendBreakWords,
  'buy-get': buyGetWords,
  bundle: bundleWords,
  'order-discount': orderDiscountWords,
  delivery: deliveryWords,
  surcharge: surchargeWords,
  'price-steps': priceStepsWords,
}

/** English words of a mechanic's kind, as those of one that takes any mechanic. */
export function wordsOf<M extends Mechanic>({ kind }: Pick<M, 'kind'>): WordsOf<M> {
  return MECHANIC_WORDS[kind] as unknown as WordsOf<M>
}
