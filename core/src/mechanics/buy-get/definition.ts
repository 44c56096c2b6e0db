import { checkReach } from '../../catalogue/index.ts'
import type { CartLine, PickOrder, Reach, Repeat } from '../../terms/index.ts'
import { isFree } from '../../units/index.ts'
import { createProblem, type MinorUnits, type Problem } from '../../values/index.ts'
import type { Definition, GivenUnits } from '../shared/definition.ts'
import type { MechanicLimit, Need, Offering, Samples } from '../shared/need.ts'
import type { RepeatPart } from '../shared/sentence.ts'
import { checkValue, FREE, priceIn } from '../shared/values.ts'

/** Phase 2: buy some, get others reduced, or added to the cart as a gift. */
export interface BuyGet {
  readonly kind: 'buy-get'
  readonly buy: { readonly reach: Reach; readonly quantity?: number; readonly spend?: MinorUnits }
  readonly get: GivenUnits
  readonly repeat: Repeat
  readonly pick?: PickOrder
  readonly gift?: boolean
}

type BuyGetPart =
  | { readonly part: 'buy'; readonly buy: BuyGet['buy'] }
  | { readonly part: 'get'; readonly get: GivenUnits; readonly pick: PickOrder | null; readonly isGift: boolean }
  | RepeatPart

export const buyGet = {
  phase: 2,
  reaches: ({ buy, get }) => [buy.reach, ...(get.reach ? [get.reach] : [])],
  check: (mechanic, catalogue) => [
    ...checkReach(mechanic.buy.reach, 'buy.reach', catalogue),
    ...(mechanic.get.reach ? checkReach(mechanic.get.reach, 'get.reach', catalogue) : []),
    ...checkOwn(mechanic),
  ],
  prices: ({ get }) => priceIn(get.value, 'get.value'),
  ladderUse: ({ gift }) => (gift ? 'ladder-not-here' : 'possible'),
  fitsRung: () => true,
  create: (reach) => ({
    kind: 'buy-get',
    buy: { reach, quantity: 1 },
    get: { sameSku: true, quantity: 1, value: FREE },
    repeat: 'every',
  }),
  carried: ({ get }) => get.value,
  rewards: ({ get }) => [get.value],
  firstReward: ({ get }) => get,
  describe({ buy, get, pick = null, gift, repeat }): BuyGetPart[] {
    return [
      { part: 'buy', buy },
      { part: 'get', get, pick, isGift: gift === true },
      { part: 'repeat', repeat },
    ]
  },
  needs: needsOf,
  limits: findLimits,
  gifts({ get, gift }, skus) {
    if (!gift) return []
    return get.sameSku ? skus : (get.reach?.skus ?? [])
  },
  fill,
  joinsUnits: true,
} satisfies Definition<BuyGet>

function checkOwn({ buy, get, gift }: BuyGet): Problem[] {
  const problems = checkValue(get.value, 'get.value')
  if ((buy.quantity === undefined) === (buy.spend === undefined))
    problems.push(createProblem('quantity-or-spend', 'buy'))
  if ((get.sameSku === undefined) === (get.reach === undefined)) problems.push(createProblem('same-or-reach', 'get'))
  if (!gift) return problems
  const { reach, value } = get
  if (!('percent' in value) || 'of' in value || !isFree(value))
    problems.push(createProblem('gift-is-free', 'get.value'))
  const isOneSku = reach !== undefined && reach.skus?.length === 1 && Object.keys(reach).length === 1
  if (reach !== undefined && !isOneSku) problems.push(createProblem('gift-names-one', 'get.reach'))
  return problems
}

function needsOf({ buy, get, gift }: BuyGet): Need[] {
  const { reach, quantity, spend = 0 } = buy
  const bought: Need = quantity === undefined ? { reach, money: spend, basis: 'shelf' } : { reach, units: quantity }
  return gift || get.sameSku ? [bought] : [bought, { reach: get.reach ?? {}, units: get.quantity }]
}

/** More of the same product where that may be the reward too; else the reward is one more thing that the cart needs. */
function findLimits(mechanic: BuyGet, { findSample, isIn }: Samples): MechanicLimit[] {
  const [need, reward] = needsOf(mechanic)
  const { get, gift } = mechanic
  const limit = need!.money === undefined ? 'quantity' : 'threshold'
  const sample = findSample(need!)
  const isSame = get.sameSku ?? (sample && reward && isIn(reward.reach, sample))
  return [
    {
      limit,
      need: need!,
      others: reward && !isSame ? [reward] : [],
      extra: isSame && !gift ? get.quantity : 0,
    },
  ]
}

/** All of one product that is bought, all of one that is given, or the reward beside what is bought. */
function fill({ buy, get }: BuyGet, units: number, { findCandidates }: Offering): CartLine[][] {
  const bought = findCandidates(buy.reach)
  const given = get.reach ? findCandidates(get.reach) : []
  const rewards = Math.min(units, get.quantity)
  const mixed = bought.flatMap(({ sku }) =>
    given.slice(0, 1).map((reward) => [
      { sku, quantity: units - rewards },
      { sku: reward.sku, quantity: rewards },
    ]),
  )
  const single = [...bought, ...given].map(({ sku }) => [{ sku, quantity: units }])
  return [...single, ...mixed].map((lines) => lines.filter(({ quantity }) => quantity > 0))
}
