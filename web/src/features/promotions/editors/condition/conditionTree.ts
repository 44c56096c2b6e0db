import type { Condition, ConditionTest } from '@novalex/core'

export type TestKind = ConditionTest['test']

/** Tests that look at the cart or its delivery; the others look at the shopper and may stand in any phase. */
export const CART_TESTS: readonly TestKind[] = ['spend', 'quantity', 'option']
export const SHOPPER_TESTS: readonly TestKind[] = [
  ...(['group', 'signedIn', 'orders', 'spent', 'bought', 'tag', 'audience', 'shopper', 'channel', 'country'] as const),
]

/** Tests that ask for one of a list. */
type ListTest = Extract<ConditionTest, { readonly in: readonly string[] }>['test']
/** What there is to choose from for each: groups of shoppers, ways of delivery, and so on. */
export type Choices = Readonly<Partial<Record<ListTest, readonly string[]>>>
const FIRST: Readonly<Record<Exclude<TestKind, ListTest>, ConditionTest>> = {
  spend: { test: 'spend', reach: {}, basis: 'shelf', op: '>=', amount: 5000 },
  quantity: { test: 'quantity', reach: {}, op: '>=', count: 3 },
  orders: { test: 'orders', op: '=', count: 0 },
  spent: { test: 'spent', op: '>=', amount: 10_000 },
  bought: { test: 'bought', reach: {} },
  signedIn: { test: 'signedIn', is: true },
}
const isOfList = (kind: TestKind): kind is ListTest => !(kind in FIRST)

/** The tests that can be added: none that asks for one of a list of which there is nothing to choose. */
export function listTests(choices: Choices, mayAskCart: boolean): TestKind[] {
  const kinds = [...(mayAskCart ? CART_TESTS : []), ...SHOPPER_TESTS]
  return kinds.filter((kind) => !isOfList(kind) || (choices[kind]?.length ?? 0) > 0)
}

/** A first draft of a test, which asks for nothing that there is not. Throws a `RangeError` where there is nothing to choose. */
export function createTest(kind: TestKind, choices: Choices): ConditionTest {
  if (!isOfList(kind)) return FIRST[kind]
  const [first] = choices[kind] ?? []
  if (first === undefined) throw new RangeError(`nothing to choose for ${kind}`)
  return { test: kind, in: [first] }
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
