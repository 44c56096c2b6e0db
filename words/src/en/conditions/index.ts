import type { ConditionTest, TestKind } from '@novalex/core'
import { audienceWords } from './audience.ts'
import { boughtWords } from './bought.ts'
import { channelWords } from './channel.ts'
import { countryWords } from './country.ts'
import { groupWords } from './group.ts'
import { optionWords } from './option.ts'
import { ordersWords } from './orders.ts'
import { quantityWords } from './quantity.ts'
import { shopperWords } from './shopper.ts'
import { signedInWords } from './signedIn.ts'
import { spendWords } from './spend.ts'
import { spentWords } from './spent.ts'
import { tagWords } from './tag.ts'
import type { ConditionWords } from '../../conditionWords.ts'

/** English words of every kind of test, in the order of the menu. */
export const CONDITION_WORDS: { readonly [K in TestKind]: ConditionWords<K> } = {
  spend: spendWords,
  quantity: quantityWords,
  option: optionWords,
  group: groupWords,
  signedIn: signedInWords,
  orders: ordersWords,
  spent: spentWords,
  bought: boughtWords,
  tag: tagWords,
  audience: audienceWords,
  shopper: shopperWords,
  channel: channelWords,
  country: countryWords,
}

/** English words of a test's kind, as those that take any test. */
export function conditionWordsOf({ test }: Pick<ConditionTest, 'test'>): ConditionWords<TestKind> {
  return CONDITION_WORDS[test] as unknown as ConditionWords<TestKind>
}
