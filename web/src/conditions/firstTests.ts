import type { TestKind, TestOf } from '@novalex/core'

/** The values that tests can be asked for, by kind: groups of shoppers, delivery methods and so on. */
export type Choices = Readonly<Partial<Record<TestKind, readonly string[]>>>

/** A first draft of each test; null if there is nothing to choose from. */
export const FIRST_TESTS: { readonly [K in TestKind]: (choices: Choices) => TestOf<K> | null } = {
  spend: () => ({ test: 'spend', reach: {}, basis: 'shelf', op: '>=', amount: 5000 }),
  quantity: () => ({ test: 'quantity', reach: {}, op: '>=', count: 3 }),
  option: (choices) => createListTest('option', choices),
  group: (choices) => createListTest('group', choices),
  signedIn: () => ({ test: 'signedIn', is: true }),
  orders: () => ({ test: 'orders', op: '=', count: 0 }),
  spent: () => ({ test: 'spent', op: '>=', amount: 10_000 }),
  bought: () => ({ test: 'bought', reach: {} }),
  tag: (choices) => createListTest('tag', choices),
  audience: (choices) => createListTest('audience', choices),
  // Nobody in particular: who it is, is typed.
  shopper: () => ({ test: 'shopper', in: [] }),
  channel: (choices) => createListTest('channel', choices),
  country: (choices) => createListTest('country', choices),
}

/** A first draft that asks for the first value there is; null if there is none. */
function createListTest<K extends TestKind>(test: K, choices: Choices) {
  const [first] = choices[test] ?? []
  return first === undefined ? null : { test, in: [first] }
}
