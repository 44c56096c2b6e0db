import { OPPOSITE, type Comparison, type Reach } from '@novalex/core'
import { formatMoney } from '../../../format.ts'
import { plural } from '../../grammar.ts'
import { isEverything, type Names } from '../../../names.ts'
import { outOf } from '../../rules.ts'

/** The comparison as meant: its opposite if the test is not to hold. */
export const meant = (op: Comparison, isNegated: boolean) => (isNegated ? OPPOSITE[op] : op)

export function compareMoney(op: Comparison, amount: number): string {
  const money = formatMoney(amount)
  return {
    '>=': `${money} or more`,
    '>': `more than ${money}`,
    '<=': `${money} or less`,
    '<': `less than ${money}`,
    '=': `exactly ${money}`,
    '!=': `any amount except ${money}`,
  }[op]
}

/** `3 or more past orders`, or without a noun `3 or more`; null where it means none. */
export function compareCount(op: Comparison, count: number, noun: string | null): string | null {
  const isNone = (op === '<' && count === 1) || ((op === '=' || op === '<=') && count === 0)
  if (isNone) return null
  const exact = noun ? plural(count, noun) : String(count)
  const many = noun ? ` ${noun}s` : ''
  return {
    '>=': `${count} or more${many}`,
    '>': `more than ${exact}`,
    '<=': `${count} or fewer${many}`,
    '<': `fewer than ${exact}`,
    '=': `exactly ${exact}`,
    '!=': `any number${many && ` of${many}`} except ${count}`,
  }[op]
}

/** `3 or more items` of a whole cart, `2 or more from Brushes` of some products, `nothing from Brushes`. */
export function countInCart(
  op: Comparison,
  count: number,
  { reach, names }: { readonly reach: Reach; readonly names: Names },
) {
  if (isEverything(reach)) return compareCount(op, count, 'item') ?? 'no items'
  return `${compareCount(op, count, null) ?? 'nothing'}${outOf(reach, names)}`
}
