import { OPPOSITE, type Comparison, type Reach } from '@novalex/core'
import { formatMoney, plural } from '../../locale/format.ts'
import { describeReach, isEverything, type Names } from '../../locale/ruleWords.ts'

/** The comparison as meant: its opposite if the test is not to hold. */
export const meant = (op: Comparison, isNegated: boolean) => (isNegated ? OPPOSITE[op] : op)

export const describePlace = (reach: Reach, names: Names) =>
  isEverything(reach) ? ' in the cart' : ` of ${describeReach(reach, names)}`

export function compareMoney(op: Comparison, amount: number): string {
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
export function compareCount(op: Comparison, count: number, noun: string | null): string {
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
