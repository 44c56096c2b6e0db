import type { Reach, Reward } from '@novalex/core'
import type { Names } from '../../locale/ruleWords.ts'

/** The words of one part of a promotion's sentence: what leads to it, by the part before it, and what it says. */
export interface PartWords<P> {
  readonly lead: string | ((previous: string | undefined) => string)
  say(part: P, names: Names): string
}

/** All words that belong to one mechanic. `P` are the parts that it adds to its promotion's sentence. */
export interface MechanicWords<M, P extends { readonly part: string }> {
  readonly title: string
  /** Text of its card, and the draft that the card creates for all products. */
  readonly example: string
  readonly first: M
  /** The name of a new promotion of this kind. */
  readonly newName: string
  /** Label beside a price in the shop. */
  readonly cause: string
  readonly parts: { readonly [K in P['part']]: PartWords<Extract<P, { readonly part: K }>> }
  /** Offer text for shoppers: requirement, goods and reward. */
  sayInShop(mechanic: M, goodsOf: (reach: Reach) => string): string
  /** Reward text; absent: only the value. */
  sayReward?(reward: Reward): string
  /** Effect text; absent: an amount taken off. */
  sayApplied?(amount: string): string
  /** Why it saved nothing; absent: nothing in the cart would be cheaper. */
  readonly noSaving?: string
}
