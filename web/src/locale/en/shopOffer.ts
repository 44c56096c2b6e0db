import {
  findTests,
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
import {
  type Wording,
  conditionWordsOf,
  wordsOf,
  formatMoney,
  formatPercent,
  joinWords,
  plural,
  isEverything,
  type Names,
} from '@novalex/words'

/** An offer as a shopper reads it: what to do, on which goods, for what. What can’t be said to shoppers is left out. */
export function describeShopOffer(
  { mechanic, when, members }: Pick<Promotion, 'mechanic' | 'when'> & { readonly members?: string | null },
  names: Names,
): string {
  const offer = wordsOf(mechanic).sayInShop(mechanic, {
    name: (reach, everything) => describeGoods(reach, names, everything),
    count: (quantity, reach) => countShopGoods(quantity, reach, names),
  })
  const needs = describeNeeds(when, names)
  return `${members ? `${members}: ` : ''}${offer}${needs === '' ? '' : ` ${needs}`}`.replace(
    'everything on your first order',
    'your first order',
  )
}

/** Shopper hint: `Add 2 × Pad to save 10%`. */
export function describeShopNudge(
  { missingUnits, missingAmount, reward, add }: Omit<KeptNudge, 'promotion'>,
  { kind, nameOf }: { readonly kind: MechanicKind; readonly nameOf: (sku: string) => string },
): string {
  const goods = joinWords(add.map(({ sku, quantity }) => `${quantity} × ${nameOf(sku)}`))
  const what = missingUnits === undefined ? `Spend ${formatMoney(missingAmount ?? 0)} more` : `Add ${goods}`
  return `${what} ${describeGain(reward, kind)}`
}

function describeGain(reward: Reward, kind: MechanicKind): string {
  if (kind === 'delivery' && !('quantity' in reward)) {
    if ('price' in reward) return `for ${formatMoney(reward.price)} delivery`
    return isFree(reward) ? 'for free delivery' : `to save ${describeSaved(reward)} on delivery`
  }
  if (!('quantity' in reward)) return describeSaving(reward)
  const { quantity, value } = reward
  const units = quantity === 1 ? 'one' : String(quantity)
  if (isFree(value)) return `to get ${units} free`
  return 'price' in value
    ? `to get ${units} more for ${formatMoney(value.price)}${quantity === 1 ? '' : ' each'}`
    : `to save ${describeSaved(value)} on ${units} more`
}

function describeSaving(value: Value): string {
  return 'price' in value ? `to pay ${formatMoney(value.price)} each` : `to save ${describeSaved(value)}`
}

function describeSaved(value: Exclude<Value, { readonly price: MinorUnits }>): string {
  if ('percent' in value) return formatPercent(value.percent)
  return `${formatMoney(value.amount)}${value.per === 'unit' ? ' on each' : ''}`
}

const SHOWN = 3
const SOME = 'selected products'

/** Products and categories by their names; what has no name for shoppers is a selection. */
function describeGoods(reach: Reach, names: Names, everything = 'everything'): string {
  if (isEverything(reach)) return everything
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

/** `2 × Polo brush`, `any 3 from Brushes`, `any 2 items` */
function countShopGoods(quantity: number, reach: Reach, names: Names): string {
  if (isEverything(reach)) return `any ${plural(quantity, 'item')}`
  const isOne = reach.skus?.length === 1 && Object.keys(reach).length === 1
  return isOne
    ? `${quantity} × ${names.product(reach.skus![0]!)}`
    : `any ${quantity} from ${describeGoods(reach, names)}`
}

/** Other conditions that shoppers may see; signing in comes last. */
function describeNeeds(when: Condition | null, names: Names): string {
  if (when === null) return ''
  const parts = ('all' in when ? when.all : [when]).filter(isSayable)
  const say = (part: Condition) => sayNeed(part, { names: { ...names, set: () => SOME }, isNegated: false })
  const isSignIn = (part: Condition) => 'test' in part && part.test === 'signedIn'
  const others = parts.filter((part) => !isSignIn(part)).map(say)
  return [joinWords(others), ...parts.filter(isSignIn).map(say)].filter(Boolean).join(' ')
}

function sayNeed(when: Condition, wording: Wording): string {
  if ('not' in when) return sayNeed(when.not, { ...wording, isNegated: !wording.isNegated })
  if ('test' in when) return conditionWordsOf(when).sayInShop?.(when, wording) ?? ''
  const isAll = 'all' in when !== wording.isNegated
  return joinWords(
    ('all' in when ? when.all : when.any).map((part) => sayNeed(part, wording)),
    isAll ? 'and' : 'or',
  )
}

function isSayable(when: Condition): boolean {
  return findTests(when).every(
    (test) => conditionWordsOf(test).sayInShop !== undefined && (!('reach' in test) || isNamed(test.reach)),
  )
}

const isNamed = ({ tags, sets, families, except }: Reach) =>
  [tags, sets, families, except].every((one) => one === undefined)
