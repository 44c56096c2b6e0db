import {
  findTests,
  formatPercent,
  isFree,
  type Condition,
  type KeptNudge,
  type MechanicKind,
  type MinorUnits,
  type Promotion,
  type Reach,
  type Reward,
  type Value,
  firstOf,
} from '@novalex/core'
import { conditionWordsOf } from '../conditions/words.ts'
import { wordsOf } from '../mechanics/words.ts'
import { describeCondition } from '../conditions/describeCondition.ts'
import { startSentence } from '../mechanics/shared/valueWords.ts'
import { formatMoney, joinWords } from '../locale/format.ts'
import { isEverything, type Names } from '../locale/ruleWords.ts'

/** An offer as a shopper reads it: what to do, on which goods, for what. What can’t be said to shoppers is left out. */
export function describeShopOffer({ mechanic, when }: Pick<Promotion, 'mechanic' | 'when'>, names: Names): string {
  const needs = describeNeeds(when, names)
  const offer = wordsOf(mechanic).sayInShop(mechanic, (reach) => describeGoods(reach, names))
  const members = describeMembers(when)
  const forWhom = members === '' ? offer : `${members}: ${offer.replace(/^Your order: /, '')}`
  return `${forWhom}${needs === '' ? '' : `, ${needs}`}`
}

/** `Club members`, for an offer that is for groups: those they are in, they know. */
function describeMembers(when: Condition | null): string {
  const parts = when === null ? [] : 'all' in when ? when.all : [when]
  const groups = parts.flatMap((part) => ('test' in part && part.test === 'group' ? part.in : []))
  return groups.length === 0 ? '' : startSentence(`${joinWords(groups, 'and')} members`)
}

/** Nudge sentence for shoppers: `2 more Drawing pad and you save 10 %`. */
export function describeShopNudge(
  { missingUnits, missingAmount, reward, add }: Omit<KeptNudge, 'promotion'>,
  { kind, nameOf }: { readonly kind: MechanicKind; readonly nameOf: (sku: string) => string },
): string {
  const what =
    missingUnits === undefined
      ? `${formatMoney(missingAmount ?? 0)} more`
      : joinWords(
          add.map(({ sku, quantity }) => `${quantity} more ${nameOf(sku)}`),
          'and',
        )
  return `${what} and ${describeGain(reward, kind)}`
}

function describeGain(reward: Reward, kind: MechanicKind): string {
  if (kind === 'delivery' && !('quantity' in reward)) {
    if ('price' in reward) return `delivery costs ${formatMoney(reward.price)}`
    return isFree(reward) ? 'delivery is free' : `you save ${describeSaved(reward)} on delivery`
  }
  if (!('quantity' in reward)) return describeSaving(reward)
  const { quantity, value } = reward
  const units = quantity === 1 ? 'one more' : `${quantity} more`
  return isFree(value) ? `you get ${units} free` : `${describeSaving(value)} on ${units}`
}

function describeSaving(value: Value): string {
  return 'price' in value ? `each costs ${formatMoney(value.price)}` : `you save ${describeSaved(value)}`
}

function describeSaved(value: Exclude<Value, { readonly price: MinorUnits }>): string {
  if ('percent' in value) return formatPercent(value.percent)
  return `${formatMoney(value.amount)}${value.per === 'unit' ? ' on each' : ''}`
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
  return words.length === 1 ? firstOf(words) : SOME
}

/** Other conditions that shoppers may see. */
function describeNeeds(when: Condition | null, names: Names): string {
  if (when === null) return ''
  const parts = ('all' in when ? when.all : [when]).filter(isSayable)
  const words = describeCondition({ all: parts }, { ...names, set: () => SOME })
  return words.replace(/^anyone ?/, '')
}

function isSayable(when: Condition): boolean {
  return findTests(when).every(
    (test) => conditionWordsOf(test).isForShop && (!('reach' in test) || isNamed(test.reach)),
  )
}

const isNamed = ({ tags, sets, families, except }: Reach) =>
  [tags, sets, families, except].every((one) => one === undefined)
