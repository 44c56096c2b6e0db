import type { Mechanic, MechanicKind, MechanicPart, Reach, Reward, SentencePart, Value } from '@novalex/core'
import type { Names } from './names.ts'

/** The sentence that a part stands in. */
export interface PartContext {
  readonly names: Names
  readonly kind: MechanicKind
  /** Absent: the part stands alone or comes first. */
  readonly before?: SentencePart | undefined
  /** Absent: the part stands alone or comes last. */
  readonly after?: SentencePart | undefined
}

/** The words of one part of a promotion's sentence: the words that lead to it, and its own. */
export interface PartWords<P> {
  lead(part: P, context: PartContext): string
  say(part: P, context: PartContext): string
}

/** All words that belong to one mechanic. `P` are the parts that it adds to its promotion's sentence. */
export interface MechanicWords<M, P extends { readonly part: string }> {
  readonly title: string
  /** Text of its card. */
  readonly example: string
  /** The name of a new promotion of this kind. */
  readonly newName: string
  /** Label beside a price in the shop. */
  readonly cause: string
  readonly parts: { readonly [K in P['part']]: PartWords<Extract<P, { readonly part: K }>> }
  /** Offer text for shoppers: requirement, goods and reward. */
  sayInShop(mechanic: M, goods: GoodsWords): string
  /** A step of its ladder; absent: as a reduction. */
  sayValue?(value: Value): string
  /** Reward text; absent: only the value. */
  sayReward?(reward: Reward): string
  /** Effect text; absent: an amount taken off. */
  sayApplied?(amount: string): string
  /** Why it saved nothing; absent: it lowers no price in the cart. */
  readonly noSaving?: string
}

/** The words of a mechanic whose kind is not known in advance. */
export interface WordsOf<M extends Mechanic> extends Omit<MechanicWords<M, never>, 'parts'> {
  readonly parts: Readonly<Partial<Record<string, PartWords<MechanicPart>>>>
}

/** Products in words, by whom they are said to. */
export interface GoodsWords {
  /** `Brushes`; every product as `everything`. */
  name(reach: Reach, everything?: string): string
  /** `2 from Brushes`, `2 × Polo brush`. */
  count(quantity: number, reach: Reach): string
}
