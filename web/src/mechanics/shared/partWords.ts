import type { PricesPart, ReachPart, RepeatPart, ValuePart } from '@novalex/core'
import { formatMoney, joinWords, plural } from '../../locale/format.ts'
import { describeReach, describeValue } from '../../locale/ruleWords.ts'
import type { PartWords } from './mechanicWords.ts'
import { describeRepeat } from './valueWords.ts'

export const REACH: PartWords<ReachPart> = {
  lead: ' for ',
  say: ({ reach }, names) => describeReach(reach, names),
}

export const VALUE: PartWords<ValuePart> = {
  lead: ' pays ',
  say: ({ value, bands }) =>
    value
      ? describeValue(value)
      : joinWords(bands.map((band) => `${describeValue(band.value)} from ${formatMoney(band.from)}`)),
}

export const PRICES: PartWords<PricesPart> = {
  lead: ' pays ',
  say: ({ products, isRegular }) =>
    `${isRegular ? 'a new regular price' : 'a price of its own'} for ${plural(products, 'product')}`,
}

export const REPEAT: PartWords<RepeatPart> = { lead: ', ', say: ({ repeat }) => describeRepeat(repeat) }
