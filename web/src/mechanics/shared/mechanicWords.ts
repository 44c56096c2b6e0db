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
  /** What its card promises, and the draft that the card makes, on everything until products are chosen. */
  readonly example: string
  readonly first: M
  /** The name of a new promotion of this kind. */
  readonly newName: string
  /** What it is called beside a price in the shop. */
  readonly cause: string
  readonly parts: { readonly [K in P['part']]: PartWords<Extract<P, { readonly part: K }>> }
  /** What to do, on which goods, for what, as a shopper reads it. */
  sayInShop(mechanic: M, goodsOf: (reach: Reach) => string): string
  /** What somebody gets who reaches it; absent: the value alone. */
  sayReward?(reward: Reward): string
  /** What it did; absent: it took an amount off. */
  sayApplied?(amount: string): string
  /** Why it saved nothing; absent: nothing in the cart would be cheaper. */
  readonly noSaving?: string
}
