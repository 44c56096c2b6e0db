import { keysOf, type Mechanic, type MechanicKind } from '@novalex/core'
import { mechanicWords } from '@/locale/catalogue.ts'
import type { WordsOf } from '@novalex/words'

/** In the order in which their cards are offered. */
export const KINDS: readonly MechanicKind[] = keysOf(mechanicWords)

/** The words of a mechanic's kind; for a mechanic of any kind, as those of one that takes any. */
export function wordsOf<M extends Mechanic>({ kind }: Pick<M, 'kind'>): WordsOf<M> {
  return mechanicWords[kind] as unknown as WordsOf<M>
}
