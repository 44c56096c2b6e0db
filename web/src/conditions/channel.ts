import { nameChannel } from '../locale/ruleWords.ts'
import type { ConditionWords } from './shared/conditionWords.ts'
import { createListTest, either } from './shared/lists.ts'

export const channelWords: ConditionWords<'channel'> = {
  title: 'channel',
  isForShop: false,
  create: (choices) => createListTest('channel', choices),
  describe: (test, { isNegated }) => `${isNegated ? 'not ' : ''}in ${either(test.in.map(nameChannel))}`,
  describeFound: (found) => `this order is placed in ${nameChannel(String(found ?? ''))}`,
}
