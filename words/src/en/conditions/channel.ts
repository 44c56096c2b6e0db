import type { ConditionWords } from '../../conditionWords.ts'
import { nameChannel } from '../../names.ts'
import { quote } from '../grammar.ts'
import { either } from './shared/lists.ts'

/** Where an order is placed, after "order". */
const through = (ids: readonly string[]) => `through ${either(ids.map((id) => quote(nameChannel(id))))}`

export const channelWords: ConditionWords<'channel'> = {
  title: 'channel',
  alone: (test, { isNegated }) => (isNegated ? null : `for orders ${through(test.in)}`),
  clause: (test, { isNegated }) => `${isNegated ? 'don’t order' : 'order'} ${through(test.in)}`,
  need: (test, { isNegated }) => `an order ${isNegated ? 'not placed ' : ''}${through(test.in)}`,
  describeFound: (found) => `this order is placed ${through([String(found ?? '')])}`,
}
