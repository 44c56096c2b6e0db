import type { PartsOf, QuantityBreak } from '@novalex/core'
import { joinWords } from '../grammar.ts'
import { describeReach } from '../rules.ts'
import type { MechanicWords } from '../../mechanicWords.ts'
import { describeTiers, describeValue } from './shared/values.ts'

export const quantityBreakWords: MechanicWords<QuantityBreak, PartsOf<'quantity-break'>> = {
  title: 'Quantity break',
  example: '10% off 5 of the same product, 15% off 10 or more',
  newName: 'New quantity break',
  cause: 'Quantity price',
  parts: {
    tiers: {
      lead: () => '',
      say: ({ mechanic }) =>
        `${describeBreaks(mechanic)}${mechanic.count === 'reach' ? '' : ` of ${SAME[mechanic.count]}`}`,
    },
    reach: {
      lead: (_part, { before }) =>
        before?.part === 'tiers' && isAcross(before.mechanic) ? ', counted across ' : ' from ',
      say: ({ reach }, { names }) => describeReach(reach, names, 'all products'),
    },
  },
  sayInShop: (mechanic, { name }) => {
    const same = mechanic.count === 'reach' ? '' : ` of ${SAME[mechanic.count]}`
    return `${name(mechanic.reach, 'Everything')}: ${describeBreaks(mechanic)}${same}`
  },
}

const SAME = { sku: 'the same product', family: 'the same family' }

const isAcross = (mechanic: object) =>
  'count' in mechanic && mechanic.count === 'reach' && 'on' in mechanic && mechanic.on === 'tier'

/** `10% off 3 or more and €9.00 each for 10 or more`; where each unit has its own tier, `10% off the 3rd to 9th unit`. */
function describeBreaks({ tiers, on }: Pick<QuantityBreak, 'tiers' | 'on'>): string {
  if (on !== 'tier') {
    return describeTiers(tiers, describeValue, (from, value) => `${'percent' in value ? '' : 'for '}${from} or more`)
  }
  return joinWords(
    tiers.map(({ from, value }, index) => {
      const next = tiers[index + 1]
      return `${describeValue(value)} ${'percent' in value ? '' : 'for '}${describePlaces(from, next && next.from - 1)}`
    }),
  )
}

/** `the 3rd to 9th unit`, `the 10th unit onwards` */
function describePlaces(from: number, to: number | undefined): string {
  if (to === undefined) return `the ${ordinal(from)} unit onwards`
  return from === to ? `the ${ordinal(from)} unit` : `the ${ordinal(from)} to ${ordinal(to)} unit`
}

const ORDINALS = new Intl.PluralRules('en-GB', { type: 'ordinal' })
const SUFFIXES: Readonly<Partial<Record<Intl.LDMLPluralRule, string>>> = { one: 'st', two: 'nd', few: 'rd' }

const ordinal = (count: number) => `${count}${SUFFIXES[ORDINALS.select(count)] ?? 'th'}`
