import type { CompiledCatalogue } from './catalogue.ts'
import { checkReach } from './checkReach.ts'
import { WHOLE } from './money.ts'
import type { BuyGet, Markdown, Mechanic, Rounding, Tier, Value } from './plan.ts'
import { createProblem, type Problem } from './problem.ts'
import { isFree } from './value.ts'

/** What is wrong with a mechanic by itself: its reaches, its values, the order of its tiers. Paths are relative to it. */
export function checkMechanic(mechanic: Mechanic, catalogue: CompiledCatalogue): Problem[] {
  return [...checkReaches(mechanic, catalogue), ...checkOwn(mechanic)]
}

function checkReaches(mechanic: Mechanic, catalogue: CompiledCatalogue): Problem[] {
  switch (mechanic.kind) {
    case 'delivery':
      return []
    case 'buy-get':
      return [
        ...checkReach(mechanic.buy.reach, 'buy.reach', catalogue),
        ...(mechanic.get.reach ? checkReach(mechanic.get.reach, 'get.reach', catalogue) : []),
      ]
    case 'bundle':
      return mechanic.parts.flatMap((part, index) => checkReach(part.reach, `parts.${index}.reach`, catalogue))
    default:
      return [...checkReach(mechanic.reach, 'reach', catalogue), ...checkPriceList(mechanic, catalogue)]
  }
}

function checkPriceList(mechanic: Mechanic, { bySku }: CompiledCatalogue): Problem[] {
  if (!('prices' in mechanic) || !mechanic.prices) return []
  return Object.keys(mechanic.prices).flatMap((sku) =>
    bySku.has(sku) ? [] : [createProblem('unknown-sku', `prices.${sku}`, { id: sku })],
  )
}

function checkOwn(mechanic: Mechanic): Problem[] {
  switch (mechanic.kind) {
    case 'markdown':
      return checkMarkdown(mechanic)
    case 'item-discount':
    case 'surcharge':
      return checkValue(mechanic.value, 'value')
    case 'quantity-break':
      return [
        ...checkAscending(mechanic.tiers, { key: 'tiers', isMoney: false }),
        ...(mechanic.on === 'tier' ? refuseOnce(mechanic.tiers) : []),
      ]
    case 'spend-break':
    case 'order-discount':
    case 'delivery':
      return checkAscending(mechanic.tiers, { key: 'tiers', isMoney: true })
    case 'buy-get':
      return checkBuyGet(mechanic)
    case 'price-steps':
    case 'bundle':
      return []
    default:
      return mechanic satisfies never
  }
}

function checkMarkdown({ value, bands, prices, rounding }: Markdown): Problem[] {
  const problems: Problem[] = []
  if ([value, bands, prices].filter((one) => one !== undefined).length !== 1)
    problems.push(createProblem('value-or-bands', 'value'))
  if (value) problems.push(...checkValue(value, 'value'))
  if (bands) problems.push(...checkAscending(bands, { key: 'bands', isMoney: true }))
  if (rounding && prices) problems.push(createProblem('not-allowed', 'rounding'))
  else if (rounding) problems.push(...checkRounding(rounding))
  return problems
}

/** The limits of a list count units, or are money. */
function checkAscending(
  list: readonly Tier[],
  { key, isMoney }: { readonly key: string; readonly isMoney: boolean },
): Problem[] {
  return list.flatMap(({ from, value }, index) => {
    const previous = list[index - 1]
    const isDisordered = previous !== undefined && from <= previous.from
    return [
      ...checkValue(value, `${key}.${index}.value`),
      ...(isDisordered
        ? [createProblem('not-ascending', `${key}.${index}.from`, { given: from, after: previous.from, isMoney })]
        : []),
    ]
  })
}

/** An amount taken once can't belong to single units. */
function refuseOnce(tiers: readonly Tier[]): Problem[] {
  return tiers.flatMap(({ value }, index) =>
    'amount' in value && value.per === 'once'
      ? [createProblem('not-allowed', `tiers.${index}.value.per`, { given: 'once' })]
      : [],
  )
}

function checkBuyGet({ buy, get, gift }: BuyGet): Problem[] {
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

/** A rate above 0 and at most 100 %, an amount above 0, a price of at least 0. */
export function checkValue(value: Value, path: string): Problem[] {
  if ('percent' in value && (value.percent < 1 || value.percent > WHOLE)) {
    return [createProblem('percent-range', `${path}.percent`, { given: value.percent })]
  }
  if ('amount' in value && value.amount < 1)
    return [createProblem('amount-zero', `${path}.amount`, { given: value.amount })]
  if ('price' in value && value.price < 0)
    return [createProblem('price-negative', `${path}.price`, { given: value.price })]
  return []
}

function checkRounding({ step, ending = 0 }: Rounding): Problem[] {
  return ending < step ? [] : [createProblem('ending-too-large', 'rounding.ending', { ending, step })]
}
