import { CHANNELS } from '../rules.ts'
import type { ConditionWords } from '../../conditionWords.ts'
import { either } from './shared/lists.ts'

/** Where an order is placed, after "order". */
const PLACES: Readonly<Record<string, string>> = { web: 'online', app: 'in the app', counter: 'in store' }

const place = (id: string) => PLACES[id] ?? `through ${CHANNELS[id] ?? id}`

export const channelWords: ConditionWords<'channel'> = {
  title: 'channel',
  alone: (test, { isNegated }) => (isNegated ? null : `for orders ${either(test.in.map(place))}`),
  clause: (test, { isNegated }) => `${isNegated ? 'don’t order' : 'order'} ${either(test.in.map(place))}`,
  need: (test, { isNegated }) => `an order ${isNegated ? 'not placed ' : ''}${either(test.in.map(place))}`,
  describeFound: (found) => `this order is placed ${place(String(found ?? ''))}`,
}
