import { FREE, isFree, type BuyGet, type PartsOf, type Value } from '@novalex/core'
import { formatMoney, formatPercent } from '../../format.ts'
import { plural } from '../grammar.ts'
import { countGoods, describeReach } from '../rules.ts'
import type { MechanicWords, PartContext } from '../../mechanicWords.ts'
import { REPEAT } from './shared/parts.ts'
import { describeOften, describePick, describeShopValue, describeValue } from './shared/values.ts'

type Part<K> = Extract<PartsOf<'buy-get'>, { readonly part: K }>

export const buyGetWords: MechanicWords<BuyGet, PartsOf<'buy-get'>> = {
  title: 'Buy X get Y',
  example: 'Buy 2, get a third free',
  newName: 'New buy X get Y',
  cause: 'Offer',
  parts: {
    buy: { lead: () => '', say: describeBuy },
    get: { lead: () => ', ', say: describeGet },
    repeat: REPEAT,
  },
  sayInShop({ buy, get, gift, repeat }, { name, count }) {
    const isFreeGood = gift === true || isFree(get.value)
    const bought =
      buy.quantity === undefined
        ? `Spend ${formatMoney(buy.spend ?? 0)} on ${name(buy.reach, 'anything')}`
        : `Buy ${count(buy.quantity, buy.reach)}`
    const got = get.sameSku ? String(get.quantity) : count(get.quantity, get.reach ?? {})
    return `${bought}, get ${placeValue(get.sameSku && !isFreeGood ? `${got} more` : got, get.quantity, isFreeGood ? FREE : get.value)}${describeOften(repeat)}`
  },
  sayReward(reward) {
    if (!('value' in reward)) return describeShopValue(reward)
    return placeValue(plural(reward.quantity, 'unit'), reward.quantity, reward.value)
  },
}

function describeBuy({ buy: { quantity, spend, reach } }: Part<'buy'>, { names }: PartContext): string {
  return quantity === undefined
    ? `spend ${formatMoney(spend ?? 0)} on ${describeReach(reach, names, 'anything')}`
    : `buy ${countGoods(quantity, reach, { names })}`
}

function describeGet({ get, pick, isGift }: Part<'get'>, { names }: PartContext): string {
  const { quantity, sameSku, reach = {}, value } = get
  const goods = sameSku ? `${quantity} more of the same product` : countGoods(quantity, reach, { names })
  if (isGift) return `get ${goods} as a free gift (added automatically)`
  return `get ${placeValue(goods, quantity, value)}${describePick(pick)}`
}

/** The goods of a reward at its value: `1 from Paper at 50% off`, `€2.00 off 1 more`. */
function placeValue(goods: string, quantity: number, value: Value): string {
  if (isFree(value)) return `${goods} free`
  if ('percent' in value) return `${goods} at ${formatPercent(value.percent)} off`
  if ('price' in value) return `${goods} for ${quantity === 1 ? formatMoney(value.price) : describeValue(value)}`
  if (quantity === 1) return `${formatMoney(value.amount)} off ${goods}`
  return value.per === 'once' ? `${describeValue(value)} on ${goods}` : `${describeValue(value)} of ${goods}`
}
