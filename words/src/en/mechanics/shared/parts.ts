import type { PricesPart, ReachPart, RepeatPart, SentencePart, ValuePart } from '@novalex/core'
import { formatMoney } from '../../../format.ts'
import { joinWords, plural } from '../../grammar.ts'
import { describeReach } from '../../rules.ts'
import type { PartWords } from '../../../mechanicWords.ts'
import { describeRepeat, describeValue, isPerUnit, leadFrom } from './values.ts'

/** The products that a value is for. */
export const REACH: PartWords<ReachPart> = {
  lead: (_part, { before }) => leadToProducts(before),
  say: ({ reach }, { names }) => describeReach(reach, names),
}

/** The words between what was said before and the products. */
export function leadToProducts(before: SentencePart | undefined): string {
  if (before?.part === 'prices') return ' from '
  if (before?.part !== 'value') return ' '
  return before.value === null ? ', on ' : leadFrom(before.value)
}

export const VALUE: PartWords<ValuePart> = {
  lead: () => '',
  say: ({ value, bands }, { after }) => {
    if (value === null) return describeBands(bands)
    if (after?.part === 'maxUnits' && after.maxUnits === 1) {
      if ('price' in value) return formatMoney(value.price)
      if ('amount' in value && isPerUnit(value)) return `${formatMoney(value.amount)} off`
    }
    return isPerUnit(value) && after?.part === 'reach' ? `${describeValue(value)} unit` : describeValue(value)
  },
}

/** `10% off prices under €30.00 and 5% off from €30.00` */
function describeBands(bands: ValuePart['bands']): string {
  const words = bands.map(({ from, value }, index) => {
    const next = bands[index + 1]
    const isFirst = index === 0 && from === 0
    if (!isFirst) return `${describeValue(value)} from ${formatMoney(from)}`
    return next ? `${describeValue(value)} prices under ${formatMoney(next.from)}` : describeValue(value)
  })
  return joinWords(words)
}

export const PRICES: PartWords<PricesPart> = {
  lead: () => '',
  say: ({ products, isRegular }) => {
    const price = isRegular ? 'new regular price' : 'individual price'
    return `${price}${products === 1 ? '' : 's'} for ${plural(products, 'product')}`
  },
}

export const REPEAT: PartWords<RepeatPart> = { lead: () => ', ', say: ({ repeat }) => describeRepeat(repeat) }
