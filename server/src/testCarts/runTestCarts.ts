import type { Receipt, TestCart, TestCartRun } from '@novalex/contract'
import { checkOrder, computeQuote, type CompiledPlan, type Instant, type Order } from '@novalex/core'

/** Each test cart under the working plan and under the latest release. */
export function runTestCarts(
  testCarts: readonly TestCart[],
  { working, live, now }: { readonly working: CompiledPlan; readonly live: CompiledPlan; readonly now: Instant },
): TestCartRun[] {
  return testCarts.map((testCart) => {
    const at = testCart.at === null ? now : Date.parse(testCart.at)
    const order: Order = { now: at, cart: testCart.cart, facts: {}, codes: {} }
    const problems = checkOrder(working, order)
    if (problems.length > 0) return { testCart, working: null, live: null, problems, state: 'unpriced' }
    const [mine, theirs] = [writeReceipt(working, order), writeReceipt(live, order)]
    return { testCart, working: mine, live: theirs, problems: [], state: judge(testCart, mine, theirs) }
  })
}

function judge({ expected }: TestCart, working: Receipt, live: Receipt): TestCartRun['state'] {
  if (expected !== null) return working.grand === expected ? 'holds' : 'broken'
  return working.grand === live.grand ? 'same' : 'moved'
}

function writeReceipt(plan: CompiledPlan, order: Order): Receipt {
  const { lines, promotions, delivery, totals } = computeQuote(plan, order)
  const nameOf = (id: string) => plan.findPromotion(id)?.promotion.name ?? id
  const surcharges = new Set(plan.promotions.filter(({ phase }) => phase === 5).map(({ promotion }) => promotion.id))
  return {
    lines: lines.map(({ sku, quantity, gift, regular, total }) => {
      return { sku, name: plan.catalogue.bySku.get(sku)?.name ?? sku, quantity, gift, regular, total }
    }),
    reductions: promotions
      .filter(({ promotion, amount }) => amount > 0 && !surcharges.has(promotion))
      .map(({ promotion, amount }) => ({ promotion: nameOf(promotion), amount })),
    delivery: delivery.total,
    surcharges: totals.surcharges,
    grand: totals.grand,
  }
}
