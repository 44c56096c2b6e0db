import { FREE, isFree, type BuyGet, type PartsOf } from '@novalex/core'
import { formatMoney, plural } from '../../locale/format.ts'
import { describeReach, describeValue, type Names } from '../../locale/ruleWords.ts'
import type { MechanicWords } from '../shared/mechanicWords.ts'
import { REPEAT } from '../shared/partWords.ts'
import { describeOften, describePick, describeShopValue } from '../shared/valueWords.ts'

type Part<K> = Extract<PartsOf<'buy-get'>, { readonly part: K }>

export const buyGetWords: MechanicWords<BuyGet, PartsOf<'buy-get'>> = {
  title: 'Buy and get',
  example: 'buy 2, get a third free',
  first: {
    kind: 'buy-get',
    buy: { reach: {}, quantity: 2 },
    get: { sameSku: true, quantity: 1, value: FREE },
    repeat: 'every',
  },
  newName: 'New buy and get',
  cause: 'Offer',
  parts: {
    buy: { lead: ' who buys ', say: describeBuy },
    get: { lead: ' gets ', say: describeGet },
    repeat: REPEAT,
  },
  sayInShop({ buy, get, gift, repeat }, goodsOf) {
    const bought = buy.quantity === undefined ? formatMoney(buy.spend ?? 0) : String(buy.quantity)
    const given = get.sameSku ? `${get.quantity} more` : `${get.quantity} of ${goodsOf(get.reach ?? {})}`
    const value = isFree(get.value) || gift ? 'free' : describeShopValue(get.value)
    return `Buy ${bought} of ${goodsOf(buy.reach)}, get ${given} ${value}${describeOften(repeat)}`
  },
  sayReward(reward) {
    if (!('value' in reward)) return describeShopValue(reward)
    const items = plural(reward.quantity, 'item')
    return isFree(reward.value) ? `${items} free` : `${items} at ${describeShopValue(reward.value)}`
  },
}

function describeBuy({ buy: { quantity, spend, reach } }: Part<'buy'>, names: Names): string {
  const what = describeReach(reach, names)
  return quantity === undefined ? `${formatMoney(spend ?? 0)} worth of ${what}` : `${quantity} of ${what}`
}

function describeGet({ get, pick, isGift }: Part<'get'>, names: Names): string {
  const { quantity, sameSku, reach, value } = get
  const of = sameSku ? `${quantity} more of the same` : `${quantity} of ${describeReach(reach ?? {}, names)}`
  if (isGift) return `${of}, added free`
  const what = `${of}${describePick(pick)}`
  return isFree(value) ? `${what} free` : `${what} at ${describeValue(value)}`
}
