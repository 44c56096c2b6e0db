import type { Condition, SentencePart, WeeklyWindow } from '@novalex/core'
import { formatEnd, formatLocal, formatMoney, joinWords, plural } from './format.ts'
import { OFFER_WORDS } from './offerSentence.ts'
import { describeReach, describeValue, type Names } from './ruleWords.ts'

/** A piece of the sentence: plain words, or a part that opens its editor. */
export interface SentencePiece {
  readonly text: string
  readonly part: SentencePart['part'] | null
}

/** A promotion's parts as one sentence. */
export function writeSentence(parts: readonly SentencePart[], names: Names): SentencePiece[] {
  const pieces = parts.flatMap((part, index): SentencePiece[] => {
    const before = wordsBefore(part.part, parts[index - 1]?.part)
    return [plain(before), { part: part.part, text: describePart(part, names) }]
  })
  return [...pieces, plain('.')]
}

/** The words that lead to a part, by what it is and what came before it. */
function wordsBefore(part: SentencePart['part'], previous: SentencePart['part'] | undefined): string {
  switch (part) {
    case 'open':
      return ''
    case 'start':
      return 'From '
    case 'end':
      return ' until '
    case 'value':
    case 'surcharge':
    case 'steps':
    case 'prices':
      return ' pays '
    case 'price':
      return ' pays '
    case 'tiers':
      return ' gets '
    case 'buy':
    case 'parts':
      return ' who buys '
    case 'get':
      return ' gets '
    case 'reach':
      return previous === 'maxUnits' ? ' of ' : ' for '
    case 'maxUnits':
    case 'options':
    case 'code':
      return ' '
    default:
      return ', '
  }
}

/** One part in the words that its sentence uses. */
export function describePart(part: SentencePart, names: Names): string {
  switch (part.part) {
    case 'open':
      return 'Once the dates of its occasion are set'
    case 'start':
      return part.start === undefined ? 'the release on' : formatLocal(part.start)
    case 'end':
      return part.end === undefined ? 'somebody ends it' : formatEnd(part.end)
    case 'weekly':
      return describeWeekly(part.weekly)
    case 'shopper':
      return describeCondition(part.when, names)
    case 'reach':
      return describeReach(part.reach, names)
    case 'value':
      return describeValuePart(part)
    case 'rounding':
      return 'rounded'
    case 'prices':
      return part.isRegular
        ? `a new regular price for ${plural(part.products, 'product')}`
        : `a price of its own for ${plural(part.products, 'product')}`
    case 'stacking':
      return describeStacking(part.stacking.mode, part.stacking.group, { apart: part.apart, names })
    default: {
      const describe = OFFER_WORDS[part.part] as ((part: SentencePart, names: Names) => string) | undefined
      return describe ? describe(part, names) : ''
    }
  }
}

function plain(text: string): SentencePiece {
  return { part: null, text }
}

function describeValuePart({ value, bands, isLadder }: Extract<SentencePart, { part: 'value' }>): string {
  const base = value ? describeValue(value) : `less by ${plural(bands, 'price band')}`
  return isLadder ? `${base}, changing along a ladder` : base
}

export function describeCondition(when: Condition | null, names: Names): string {
  if (when === null) return 'anyone'
  if ('all' in when) return joinWords(when.all.map((part) => describeCondition(part, names)))
  if ('any' in when)
    return joinWords(
      when.any.map((part) => describeCondition(part, names)),
      'or',
    )
  if ('not' in when) return `anyone but ${describeCondition(when.not, names)}`
  switch (when.test) {
    case 'group':
      return `anyone in ${joinWords(when.in, 'or')}`
    case 'tag':
      return `anyone tagged ${joinWords(when.in, 'or')}`
    case 'shopper':
      return `shopper ${joinWords(when.in, 'or')}`
    case 'channel':
      return `anyone in ${joinWords(
        when.in.map((channel) => CHANNELS[channel] ?? channel),
        'or',
      )}`
    case 'country':
      return `anyone with delivery to ${joinWords(when.in, 'or')}`
    case 'option':
      return `anyone with delivery by ${joinWords(
        when.in.map((option) => DELIVERY_OPTIONS[option] ?? option),
        'or',
      )}`
    case 'spend':
      return `anyone with ${COMPARISONS[when.op]} ${formatMoney(when.amount)} of ${describeReach(when.reach, names)}${BASES[when.basis]}`
    case 'quantity':
      return `anyone with ${COMPARISONS[when.op]} ${when.count} of ${describeReach(when.reach, names)}`
    case 'signedIn':
      return when.is ? 'anyone signed in' : 'guests'
    case 'orders':
      return `anyone with ${COMPARISONS[when.op]} ${plural(when.count, 'order')} before`
    case 'spent':
      return `anyone who spent ${COMPARISONS[when.op]} ${formatMoney(when.amount)}`
    case 'bought':
      return `anyone who bought ${describeReach(when.reach, names)}`
    default:
      return when satisfies never
  }
}

export const CHANNELS: Readonly<Record<string, string>> = {
  web: 'the web shop',
  app: 'the app',
  counter: 'the shop in town',
}

export const DELIVERY_OPTIONS: Readonly<Record<string, string>> = {
  parcel: 'parcel',
  express: 'express parcel',
  collect: 'collection in town',
}

const BASES = { regular: ' at regular prices', shelf: '', current: ' after earlier offers' }

const COMPARISONS = {
  '>=': 'at least',
  '>': 'more than',
  '<=': 'at most',
  '<': 'fewer than',
  '=': 'exactly',
  '!=': 'other than',
}

const DAYS = ['Mondays', 'Tuesdays', 'Wednesdays', 'Thursdays', 'Fridays', 'Saturdays', 'Sundays']

export function describeWeekly(weekly: readonly WeeklyWindow[]): string {
  const windows = weekly.map(({ days, from, to }) => {
    const names = joinWords([...days].sort((a, b) => a - b).map((day) => DAYS[day - 1]!))
    return from === '00:00' && to === '00:00'
      ? `on ${names}`
      : `on ${names} from ${from} to ${to === '00:00' ? '24:00' : to}`
  })
  return joinWords(windows)
}

function describeStacking(
  mode: string,
  group: string,
  { apart, names }: { apart: readonly string[]; names: Names },
): string {
  if (mode === 'sole') return 'the only offer in the order'
  if (mode === 'alone') return 'alone on an item'
  if (mode === 'closes') return 'with nothing after it on the item'
  if (apart.length === 0) return 'together with anything'
  const others = apart.map((id) => (id === group ? `another ${names.stackGroup(id)}` : names.stackGroup(id)))
  return `not together with ${joinWords(others, 'or')}`
}
