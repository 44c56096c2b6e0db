import {
  keysOf,
  type Mechanic,
  type MechanicKind,
  type MechanicPart,
  type Mechanics,
  type PartsOf,
} from '@novalex/core'
import { bundleWords } from './bundle/words.ts'
import { buyGetWords } from './buy-get/words.ts'
import { deliveryWords } from './delivery/words.ts'
import { itemDiscountWords } from './item-discount/words.ts'
import { markdownWords } from './markdown/words.ts'
import { orderDiscountWords } from './order-discount/words.ts'
import { priceStepsWords } from './price-steps/words.ts'
import { quantityBreakWords } from './quantity-break/words.ts'
import type { MechanicWords, PartWords } from './shared/mechanicWords.ts'
import { spendBreakWords } from './spend-break/words.ts'
import { surchargeWords } from './surcharge/words.ts'

/** The words of every mechanic, in the order in which their cards are offered. */
const WORDS: { readonly [K in MechanicKind]: MechanicWords<Mechanics[K], PartsOf<K>> } = {
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

export const KINDS: readonly MechanicKind[] = keysOf(WORDS)

/** The words of a mechanic's kind; for a mechanic of any kind, as those of one that takes any. */
export function wordsOf<M extends Mechanic>({ kind }: Pick<M, 'kind'>): WordsOf<M> {
  return WORDS[kind] as unknown as WordsOf<M>
}

interface WordsOf<M> extends Omit<MechanicWords<M, never>, 'parts'> {
  readonly parts: Readonly<Partial<Record<string, PartWords<MechanicPart>>>>
}
