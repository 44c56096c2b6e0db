import {
  findTests,
  formatPercent,
  isFree,
  type Condition,
  type ConditionTest,
  type Mechanic,
  type Promotion,
  type Reach,
  type Tier,
  type Value,
} from '@novalex/core'
import { describeCondition } from './condition.ts'
import { formatMoney, joinWords } from './format.ts'
import { describeDelivery, describeRepeat } from './offerSentence.ts'
import { isEverything, type Names } from './ruleWords.ts'

/** What a shopper can be told about: the goods, the delivery, and their own orders. Groups, tags and channels have no names for them. */
const SAYABLE: ReadonlySet<ConditionTest['test']> = new Set([
  'spend',
  'quantity',
  'option',
  'country',
  'signedIn',
  'orders',
  'bought',
])

/** An offer as a shopper reads it: what to do, on which goods, for what. What can’t be said to shoppers is left out. */
export function describeShopOffer({ mechanic, when }: Pick<Promotion, 'mechanic' | 'when'>, names: Names): string {
  const needs = describeNeeds(when, names)
  return `${describeMechanic(mechanic, names)}${needs === '' ? '' : `, ${needs}`}`
}

function describeMechanic(mechanic: Mechanic, names: Names): string {
  const goods = (reach: Reach) => describeGoods(reach, names)
  switch (mechanic.kind) {
    case 'markdown':
    case 'price-steps':
      return `New prices on ${goods(mechanic.reach)}`
    case 'item-discount': {
      const { maxUnits, value, reach } = mechanic
      const most = maxUnits === undefined ? '' : `, up to ${maxUnits}`
      const on = 'percent' in value && !isFree(value) ? ' ' : ' on '
      return startSentence(`${describeShopValue(value)}${on}${goods(reach)}${most}`)
    }
    case 'quantity-break':
      return `${startSentence(goods(mechanic.reach))}: ${describeTiers(mechanic.tiers, String)}`
    case 'spend-break':
      return `${startSentence(goods(mechanic.reach))}: ${describeTiers(mechanic.tiers, formatMoney)}`
    case 'order-discount': {
      const what = isEverything(mechanic.reach) ? 'your order' : goods(mechanic.reach)
      return `${startSentence(what)}: ${describeTiers(mechanic.tiers, formatMoney)}`
    }
    case 'buy-get': {
      const { buy, get, gift, repeat } = mechanic
      const bought = buy.quantity === undefined ? formatMoney(buy.spend ?? 0) : String(buy.quantity)
      const given = get.sameSku ? `${get.quantity} more` : `${get.quantity} of ${goods(get.reach ?? {})}`
      const value = isFree(get.value) || gift ? 'free' : describeShopValue(get.value)
      return `Buy ${bought} of ${goods(buy.reach)}, get ${given} ${value}${describeOften(repeat)}`
    }
    case 'bundle': {
      const parts = mechanic.parts.map(({ quantity, reach }) => `${quantity} of ${goods(reach)}`)
      return `${joinWords(parts)} for ${formatMoney(mechanic.price)}${describeOften(mechanic.repeat)}`
    }
    case 'delivery':
      return startSentence(describeTiers(mechanic.tiers, formatMoney, describeDelivery))
    case 'surcharge':
      return `Extra charge on ${goods(mechanic.reach)}`
    default:
      return mechanic satisfies never
  }
}

const describeOften = (repeat: 'once' | 'every' | number) => (repeat === 'every' ? '' : `, ${describeRepeat(repeat)}`)

function describeTiers(
  tiers: readonly Tier[],
  limit: (from: number) => string,
  describe: (value: Value) => string = describeShopValue,
): string {
  return joinWords(tiers.map(({ from, value }) => `${describe(value)}${from > 0 ? ` from ${limit(from)}` : ''}`))
}

const startSentence = (text: string) => text.charAt(0).toUpperCase() + text.slice(1)

/** `10 % off`, as a price ticket says it. */
export function describeShopValue(value: Value): string {
  if ('percent' in value) return isFree(value) ? 'free' : `${formatPercent(value.percent)} off`
  if ('amount' in value) return `${formatMoney(value.amount)} off${value.per === 'once' ? '' : ' each'}`
  return `${formatMoney(value.price)} each`
}

const SHOWN = 3
const SOME = 'selected products'

/** Products and categories by their names; what has no name for shoppers is a selection. */
function describeGoods(reach: Reach, names: Names): string {
  if (isEverything(reach)) return 'everything'
  const { skus, categories, sets, tags, families } = reach
  const isSelection = [sets, tags, families].some((list) => list !== undefined) || (skus?.length ?? 0) > SHOWN
  if (isSelection) return SOME
  const lastName = (id: string) => names.category(id).split(' › ').at(-1)!
  const words = [
    ...(skus ? [joinWords(skus.map(names.product), 'or')] : []),
    ...(categories ? [joinWords(categories.map(lastName), 'or')] : []),
  ]
  return words.length === 1 ? words[0]! : SOME
}

/** What else has to be so, as far as a shopper can be told. */
function describeNeeds(when: Condition | null, names: Names): string {
  if (when === null) return ''
  const parts = ('all' in when ? when.all : [when]).filter(isSayable)
  const words = describeCondition({ all: parts }, { ...names, set: () => SOME })
  return words.replace(/^anyone ?/, '')
}

function isSayable(when: Condition): boolean {
  return findTests(when).every((test) => SAYABLE.has(test.test) && (!('reach' in test) || isNamed(test.reach)))
}

const isNamed = ({ tags, sets, families, except }: Reach) =>
  [tags, sets, families, except].every((one) => one === undefined)
