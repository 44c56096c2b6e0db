import type { TestCart, TestCartRun } from '@novalex/contract'
import {
  checkOrder,
  computeQuote,
  mapPair,
  writeReceipt,
  type CompiledPlan,
  type Instant,
  type Order,
  type Receipt,
} from '@novalex/core'
import type { Database } from '../../platform/db/openDatabase.ts'
import type { PlanSource } from '../../sources/plans/planSource.ts'
import { listTestCarts } from '../../data/testCarts/index.ts'

export interface TestCartsQuestion {
  readonly now: Instant
  /** The plan that is compared with the live one. */
  readonly plan: string
}

/** All test carts that are kept, run. */
export async function computeTestCarts(
  database: Database,
  plans: PlanSource,
  { now, plan }: TestCartsQuestion,
): Promise<TestCartRun[]> {
  const [{ plan: working }, { plan: live }] = [await plans.get(plan), await plans.get('live')]
  return runTestCarts(await listTestCarts(database), { working, live, now })
}

/** Each test cart under a plan, such as the working one, and under the latest release. */
export function runTestCarts(
  testCarts: readonly TestCart[],
  { working, live, now }: { readonly working: CompiledPlan; readonly live: CompiledPlan; readonly now: Instant },
): TestCartRun[] {
  return testCarts.map((testCart) => {
    const at = testCart.at === null ? now : Date.parse(testCart.at)
    const order: Order = { now: at, cart: testCart.cart, facts: {}, codes: {} }
    const problems = checkOrder(working, order)
    if (problems.length > 0) return { testCart, working: null, live: null, problems, state: 'unpriced' }
    const [mine, theirs] = mapPair([working, live], (plan) => writeReceipt(plan, computeQuote(plan, order)))
    return { testCart, working: mine, live: theirs, problems: [], state: judge(testCart, mine, theirs) }
  })
}

function judge({ expected }: TestCart, working: Receipt, live: Receipt): TestCartRun['state'] {
  if (expected !== null) return working.grand === expected ? 'passes' : 'fails'
  return working.grand === live.grand ? 'unchanged' : 'changes'
}
