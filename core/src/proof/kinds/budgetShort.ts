import { DAY_MS } from '../../values/index.ts'
import { promotionSubject } from '../finding.ts'
import { horizonOf } from '../proofInput.ts'
import type { Check } from './check.ts'
import { readPublicTexts } from './publicTexts.ts'

/** At the pace so far, the budget is passed before the end. Not where the budget stops it and shoppers are told so. */
export const findBudgetShort: Check<'budget-short'> = function* ({ input, toCome }) {
  const { now, facts, wording } = input
  const saysSo = new RegExp(wording.mayEndEarly, 'iu')
  for (const { id, promotion, schedule } of toCome) {
    const { budget, budgetStops } = promotion.limits
    const given = facts[id]?.discountGiven ?? 0
    const elapsed = now - schedule.start
    if (budget == null || given === 0 || !Number.isFinite(elapsed) || elapsed < DAY_MS) continue
    if (budgetStops && readPublicTexts(promotion).some((text) => saysSo.test(text))) continue
    const day = given >= budget ? now : now + ((budget - given) * elapsed) / given
    if (day >= schedule.end || day > horizonOf(input)) continue
    const points = Number.isFinite(schedule.end) ? Math.ceil((schedule.end - day) / DAY_MS) : 0
    yield {
      severity: 'warning',
      subjects: [promotionSubject(id)],
      facts: { budget, discount: given, day },
      proof: { at: Math.floor(day) },
      points,
    }
  }
}
