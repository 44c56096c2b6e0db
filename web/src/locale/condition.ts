import {
  OPPOSITE,
  type Comparison,
  type Condition,
  type ConditionTest,
  type FailedTest,
  type Reach,
} from '@novalex/core'
import { formatMoney, joinWords, plural } from './format.ts'
import { CHANNELS, describeReach, isEverything, nameDelivery, type Names } from './ruleWords.ts'

/** A condition as whom it is about: `anyone in club and not signed in`. Groups inside groups stand in brackets. */
export function describeCondition(when: Condition | null, names: Names): string {
  if (when === null) return 'anyone'
  const words = describeGroup(when, names, { isNegated: false, isInside: false })
  return words === '' ? 'anyone' : words === NEVER ? 'nobody' : `anyone ${words}`
}

const NEVER = 'who does not exist'

interface Place {
  readonly isNegated: boolean
  readonly isInside: boolean
}

function describeGroup(when: Condition, names: Names, { isNegated, isInside }: Place): string {
  if ('not' in when) return describeGroup(when.not, names, { isNegated: !isNegated, isInside })
  if (!('all' in when || 'any' in when)) return describeTest(when, names, isNegated)
  const parts = 'all' in when ? when.all : when.any
  const isAll = 'all' in when !== isNegated
  if (parts.length === 0) return isAll ? '' : NEVER
  const isGroup = parts.length > 1
  const words = parts.map((part) => describeGroup(part, names, { isNegated, isInside: isInside || isGroup }))
  const joined = joinWords(words, isAll ? 'and' : 'or')
  return isInside && isGroup ? `(${joined})` : joined
}

/** One test, or that it does not hold, as words after "anyone". */
export function describeTest(test: ConditionTest, names: Names, isNegated: boolean): string {
  const not = isNegated ? 'not ' : ''
  const having = isNegated ? 'without' : 'with'
  const meant = (op: Comparison) => (isNegated ? OPPOSITE[op] : op)
  const listed = (words: Readonly<Record<string, string>>, ids: readonly string[]) =>
    joinWords(
      ids.map((id) => words[id] ?? id),
      'or',
    )
  switch (test.test) {
    case 'group':
      return `${not}in ${joinWords(test.in, 'or')}`
    case 'tag':
      return `${not}tagged ${joinWords(test.in, 'or')}`
    case 'audience':
      return `${not}in the audience ${joinWords(test.in, 'or')}`
    case 'shopper':
      return `who is ${not}shopper ${joinWords(test.in, 'or')}`
    case 'channel':
      return `${not}in ${listed(CHANNELS, test.in)}`
    case 'country':
      return `${having} delivery to ${joinWords(test.in, 'or')}`
    case 'option':
      return `${having} delivery by ${joinWords(test.in.map(nameDelivery), 'or')}`
    case 'signedIn':
      return test.is === isNegated ? 'not signed in' : 'signed in'
    case 'spend': {
      const amount = compareMoney(meant(test.op), test.amount)
      return `with ${amount}${describePlace(test.reach, names)}${BASES[test.basis]}`
    }
    case 'quantity': {
      const isAnything = isEverything(test.reach)
      const count = compareCount(meant(test.op), test.count, isAnything ? 'item' : null)
      return `with ${count}${describePlace(test.reach, names)}`
    }
    case 'orders':
      return `with ${compareCount(meant(test.op), test.count, 'order')} before`
    case 'spent':
      return `who spent ${compareMoney(meant(test.op), test.amount)} before`
    case 'bought': {
      const what = isEverything(test.reach) ? 'anything' : describeReach(test.reach, names)
      return isNegated ? `who never bought ${what}` : `who bought ${what} before`
    }
    default:
      return test satisfies never
  }
}

const describePlace = (reach: Reach, names: Names) =>
  isEverything(reach) ? ' in the cart' : ` of ${describeReach(reach, names)}`

const BASES = { regular: ' at regular prices', shelf: '', current: ' after earlier offers' }

function compareMoney(op: Comparison, amount: number): string {
  const money = formatMoney(amount)
  return {
    '>=': `${money} or more`,
    '>': `more than ${money}`,
    '<=': `${money} or less`,
    '<': `less than ${money}`,
    '=': `exactly ${money}`,
    '!=': `anything but ${money}`,
  }[op]
}

/** `3 or more orders`, or without a noun `3 or more`. */
function compareCount(op: Comparison, count: number, noun: string | null): string {
  const isNone = (op === '<' && count === 1) || ((op === '=' || op === '<=') && count === 0)
  if (isNone) return noun ? `no ${noun}` : 'none'
  const exact = noun ? plural(count, noun) : String(count)
  const many = noun ? ` ${noun}s` : ''
  return {
    '>=': `${count} or more${many}`,
    '>': `more than ${exact}`,
    '<=': `${count} or fewer${many}`,
    '<': `fewer than ${exact}`,
    '=': `exactly ${exact}`,
    '!=': `any number but ${count}${noun ? ` of ${noun}s` : ''}`,
  }[op]
}

/** The tests that kept a promotion out, of which one had to hold: whom it is for, and what was found instead. */
export function describeFailed(failed: FailedTest, names: Names): string {
  const found = listAlternatives(failed).map((one) => describeFound(one.test, one.found))
  return `is for anyone ${describeWanted(failed, names)}; ${joinWords([...new Set(found)], 'and')}`
}

/** Whom it is for, as words after "anyone". */
export function describeWanted(failed: FailedTest, names: Names): string {
  const wanted = listAlternatives(failed).map(({ test, isNegated }) => describeTest(test, names, isNegated))
  return joinWords([...new Set(wanted)], 'or')
}

/** A failed test with those of the other branches, whatever they were nested in. */
function listAlternatives({ orElse = [], ...failed }: FailedTest): FailedTest[] {
  return [failed, ...orElse.flatMap(listAlternatives)]
}

function describeFound({ test }: ConditionTest, found: FailedTest['found']): string {
  const words = String(found ?? '')
  switch (test) {
    case 'spend':
      return `this cart has ${formatMoney(Number(found))}`
    case 'quantity':
      return `this cart has ${found === 0 ? 'none' : words}`
    case 'orders':
      return `this shopper has ${found === 0 ? 'none' : words}`
    case 'spent':
      return `this shopper spent ${formatMoney(Number(found))}`
    case 'group':
      return words === '' ? 'this shopper is in no group' : `this shopper is in ${words}`
    case 'tag':
      return words === '' ? 'this shopper has no tag' : `this shopper is tagged ${words}`
    case 'audience':
      return words === '' ? 'this shopper is in no audience' : `this shopper is in ${words}`
    case 'shopper':
      return `this one is ${words}`
    case 'channel':
      return `this order is placed in ${CHANNELS[words] ?? words}`
    case 'country':
      return words === '' ? 'no delivery is chosen' : `this order goes to ${words}`
    case 'option':
      return words === '' ? 'no delivery is chosen' : `this order goes by ${nameDelivery(words)}`
    case 'signedIn':
      return found === true ? 'this shopper is signed in' : 'this is a guest'
    case 'bought':
      return `this shopper ${found === true ? 'did' : 'did not'}`
    default:
      return test satisfies never
  }
}
