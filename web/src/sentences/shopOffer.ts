import { findTests, type Condition, type ConditionTest, type Promotion, type Reach } from '@novalex/core'
import { wordsOf } from '../mechanics/words.ts'
import { describeCondition } from '../locale/condition.ts'
import { joinWords } from '../locale/format.ts'
import { isEverything, type Names } from '../locale/ruleWords.ts'

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
  const offer = wordsOf(mechanic).sayInShop(mechanic, (reach) => describeGoods(reach, names))
  return `${offer}${needs === '' ? '' : `, ${needs}`}`
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
