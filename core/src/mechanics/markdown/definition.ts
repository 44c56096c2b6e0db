import { checkReach, computeReached } from '../../catalogue/index.ts'
import type { Band, PriceList, Reach, Rounding, Value } from '../../terms/index.ts'
import { isOnce } from '../../units/index.ts'
import { createProblem, type Problem } from '../../values/index.ts'
import type { Definition } from '../shared/definition.ts'
import { checkPriceList, describePriceList, pricesInList, reachOfList } from '../shared/priceList.ts'
import type { PricesPart, ReachPart, ValuePart } from '../shared/sentence.ts'
import { checkTiers, pricesInTiers } from '../shared/tiers.ts'
import { checkValue, FIRST_VALUE, priceIn, ruleForEach } from '../shared/values.ts'

/** Phase 1: the product's shelf price. Exactly one of `value`, `bands` and `prices`. */
export interface Markdown {
  readonly kind: 'markdown'
  readonly reach: Reach
  readonly value?: Value
  readonly bands?: readonly Band[]
  /** The shelf price of each product, if it is lower. */
  readonly prices?: PriceList
  readonly rounding?: Rounding
}

type MarkdownPart = ValuePart | ReachPart | PricesPart | { readonly part: 'rounding'; readonly rounding: Rounding }

export const markdown = {
  phase: 1,
  reaches: ({ reach, prices }) => [prices ? reachOfList(reach, prices) : reach],
  check: (mechanic, catalogue) => [
    ...checkReach(mechanic.reach, 'reach', catalogue),
    ...checkPriceList(mechanic.prices, catalogue),
    ...checkOwn(mechanic),
  ],
  checkIntent({ reach, value }, ladder, catalogue) {
    if (ladder || value === undefined || !('price' in value)) return []
    const reached = computeReached(reach, catalogue)
    if (reached.length === 0 || reached.some((product) => product.regularPrice > value.price)) return []
    const highest = reached.reduce((max, product) => Math.max(max, product.regularPrice), 0)
    return [createProblem('price-not-lower', 'value.price', { given: value.price, highest })]
  },
  prices: ({ value, bands = [], prices }) => [
    ...pricesInList(prices),
    ...(value ? priceIn(value, 'value') : []),
    ...pricesInTiers(bands, 'bands'),
  ],
  ladderUse: ({ prices, bands }) => (prices ? 'ladder-not-here' : bands ? 'ladder-with-bands' : 'possible'),
  fitsRung: (value) => !isOnce(value),
  create: (reach, value) => ({ kind: 'markdown', reach, value: isOnce(value) ? FIRST_VALUE : value }),
  carried: ({ value }) => value,
  rewards: ({ value }) => (value ? [value] : []),
  firstReward: () => null,
  describe({ value, bands, prices, rounding, reach }): MarkdownPart[] {
    if (prices) return describePriceList(prices, reach, false)
    return [
      { part: 'value', value: value ?? null, bands: bands ?? [] },
      { part: 'reach', reach },
      ...(rounding ? [{ part: 'rounding' as const, rounding }] : []),
    ]
  },
  needs: ({ reach }) => [{ reach, units: 1 }],
  limits: () => [],
  priceLimits: ({ bands = [] }) => bands.map(({ from }) => from),
  unitRule: ({ reach, value, bands }) =>
    ruleForEach(reach, ({ regularPrice }) => value ?? bands?.findLast(({ from }) => from <= regularPrice)?.value),
} satisfies Definition<Markdown>

function checkOwn({ value, bands, prices, rounding }: Markdown): Problem[] {
  const problems: Problem[] = []
  if ([value, bands, prices].filter((one) => one !== undefined).length !== 1)
    problems.push(createProblem('value-or-bands', 'value'))
  if (value) problems.push(...checkValue(value, 'value'))
  if (bands) problems.push(...checkTiers(bands, { key: 'bands', isMoney: true }))
  if (rounding && prices) problems.push(createProblem('not-allowed', 'rounding'))
  else if (rounding) problems.push(...checkRounding(rounding))
  return problems
}

function checkRounding({ step, ending = 0 }: Rounding): Problem[] {
  return ending < step ? [] : [createProblem('ending-too-large', 'rounding.ending', { ending, step })]
}
