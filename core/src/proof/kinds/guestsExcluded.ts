import { findTests, findTraits, isAboutShopper, type Trait } from '../../conditions/index.ts'
import type { Order } from '../../terms/index.ts'
import { promotionSubject } from '../finding.ts'
import { isApplied, type Probe } from '../probe.ts'
import type { Check } from './check.ts'
import { readPublicTexts } from './publicTexts.ts'

const MOST_TRIED = 200

/** A text that everybody reads, of what only known shoppers get, and that does not say so. */
export const findGuestsExcluded: Check<'guests-excluded'> = function* (probe) {
  const needsAccount = new RegExp(probe.input.wording.needsAccount, 'iu')
  for (const entry of probe.toCome) {
    const { promotion } = entry
    const texts = readPublicTexts(promotion)
    const tests = findTests(promotion.when)
    const traits = findTraits(tests, probe.input.plan)
    if (texts.length === 0 || texts.some((text) => needsAccount.test(text) || namesGroup(text, traits))) continue
    if (promotion.when === null && promotion.limits.usesPerShopper == null) continue
    const order = findRefusedGuest(probe, entry)
    if (!order) continue
    const test = tests.find(isAboutShopper)?.test ?? null
    const proof = { carts: [{ order, total: probe.sell(order).quote.totals.grand }] }
    yield { severity: 'warning', subjects: [promotionSubject(entry.id)], facts: { test }, proof, points: 0 }
  }
}

/** A guest's order to which it does not apply, if it applies to none of a guest's and to some of a known shopper's. */
function findRefusedGuest(probe: Probe, entry: Probe['toCome'][number]) {
  let refused: Order | null = null
  let [isForKnown, tried] = [false, 0]
  for (const order of probe.witnesses(entry)) {
    if (++tried > MOST_TRIED) break
    const applies = isApplied(probe.sell(order), entry)
    if (order.cart.shopper === null && applies) return null
    if (order.cart.shopper === null) refused ??= order
    else if (applies) isForKnown = true
  }
  return isForKnown ? refused : null
}

function namesGroup(text: string, traits: readonly Trait[]): boolean {
  const names = traits.flatMap((trait) =>
    trait.of === 'groups' || trait.of === 'tags' || trait.of === 'audiences' ? trait.name : [],
  )
  return names.some((name) => text.toLowerCase().includes(name.toLowerCase()))
}
