import { audience } from './audience.ts'
import { bought } from './bought.ts'
import { channel } from './channel.ts'
import { country } from './country.ts'
import { group } from './group.ts'
import { option } from './option.ts'
import { orders } from './orders.ts'
import { quantity } from './quantity.ts'
import { shopper } from './shopper.ts'
import { signedIn } from './signedIn.ts'
import { spend } from './spend.ts'
import { spent } from './spent.ts'
import { tag } from './tag.ts'
import type { ConditionTest, TestKind, TestOf } from '../terms/index.ts'
import type { ConditionDefinition } from './definition.ts'

/** Every kind of test. */
export const CONDITIONS = {
  spend,
  quantity,
  option,
  group,
  signedIn,
  orders,
  spent,
  bought,
  tag,
  audience,
  shopper,
  channel,
  country,
} satisfies { readonly [K in TestKind]: ConditionDefinition<K> }

/** The kinds of test about the shopper. */
export type ShopperTestKind = KindAbout<'shopper'>

type KindAbout<A> = { [K in TestKind]: (typeof CONDITIONS)[K]['about'] extends A ? K : never }[TestKind]

/** Returns the definition of a test's kind, as one that takes any test. */
export function conditionOf({ test }: Pick<ConditionTest, 'test'>): ConditionDefinition<TestKind> {
  return CONDITIONS[test] as unknown as ConditionDefinition<TestKind>
}

/** Whether a test asks who the shopper is, or whether there is one. */
export function isAboutShopper(test: ConditionTest): test is TestOf<ShopperTestKind> {
  return conditionOf(test).about === 'shopper'
}
