import type { Condition, ConditionTest } from '@novalex/core'

export type TestKind = ConditionTest['test']

/** Tests that look at the cart or its delivery; the others look at the shopper and may stand in any phase. */
export const CART_TESTS: readonly TestKind[] = ['spend', 'quantity', 'option']
export const SHOPPER_TESTS: readonly TestKind[] = [
  ...(['group', 'signedIn', 'orders', 'spent', 'bought', 'tag', 'audience', 'shopper', 'channel', 'country'] as const),
]

const FIRST: { readonly [K in TestKind]: Extract<ConditionTest, { test: K }> | ConditionTest } = {
  spend: { test: 'spend', reach: {}, basis: 'shelf', op: '>=', amount: 5000 },
  quantity: { test: 'quantity', reach: {}, op: '>=', count: 3 },
  option: { test: 'option', in: ['parcel'] },
  group: { test: 'group', in: ['club'] },
  tag: { test: 'tag', in: ['regular'] },
  audience: { test: 'audience', in: ['lapsed'] },
  shopper: { test: 'shopper', in: ['s1'] },
  channel: { test: 'channel', in: ['web'] },
  country: { test: 'country', in: ['AT'] },
  orders: { test: 'orders', op: '=', count: 0 },
  spent: { test: 'spent', op: '>=', amount: 10_000 },
  bought: { test: 'bought', reach: {} },
  signedIn: { test: 'signedIn', is: true },
}

export function createTest(kind: TestKind): ConditionTest {
  return FIRST[kind]
}

export interface Group {
  readonly kind: 'all' | 'any'
  readonly parts: readonly Condition[]
}

/** A condition as a group: what is none is one of a single part. */
export function toGroup(condition: Condition | null): Group {
  if (condition === null) return { kind: 'all', parts: [] }
  if ('all' in condition) return { kind: 'all', parts: condition.all }
  return 'any' in condition ? { kind: 'any', parts: condition.any } : { kind: 'all', parts: [condition] }
}

/** Back again, as short as it can be said; nothing at all is null. */
export function fromGroup({ kind, parts }: Group): Condition | null {
  if (parts.length === 0) return null
  if (parts.length === 1) return parts[0]!
  return kind === 'all' ? { all: parts } : { any: parts }
}

/** Where the part at an index lies, as problems name it: a group of one part is that part itself. */
export function pathOf(condition: Condition | null, path: string, index: number): string {
  if (condition === null) return path
  return 'all' in condition ? `${path}.all.${index}` : 'any' in condition ? `${path}.any.${index}` : path
}
