import {
  formatPercent,
  type Condition,
  type Reach,
  type ReachKeys,
  type SentencePart,
  type Value,
  type WeeklyWindow,
} from '@novalex/core'
import { formatEnd, formatLocal, formatMoney, joinWords, plural } from './format.ts'

/** What a sentence needs besides the rule: names for ids. */
export interface Names {
  category(id: string): string
  stackGroup(id: string): string
  product(sku: string): string
}

/** A piece of the sentence: plain words, or a part that opens its editor. */
export interface SentencePiece {
  readonly text: string
  readonly part: SentencePart['part'] | null
}

/** A promotion's parts as one sentence. */
export function writeSentence(parts: readonly SentencePart[], names: Names): SentencePiece[] {
  const find = <K extends SentencePart['part']>(kind: K) =>
    parts.find((part): part is Extract<SentencePart, { part: K }> => part.part === kind)
  const { start } = find('start')!
  const { end } = find('end')!
  const weekly = find('weekly')
  const value = find('value')!
  const { stacking, apart } = find('stacking')!
  return [
    plain('From '),
    { part: 'start', text: start === undefined ? 'the release on' : formatLocal(start) },
    plain(' until '),
    { part: 'end', text: end === undefined ? 'somebody ends it' : formatEnd(end) },
    ...(weekly ? [plain(', '), { part: 'weekly' as const, text: describeWeekly(weekly.weekly) }] : []),
    plain(', '),
    { part: 'shopper', text: describeCondition(find('shopper')!.when, names) },
    plain(' pays '),
    { part: 'value', text: describeValuePart(value) },
    plain(' for '),
    { part: 'reach', text: describeReach(find('reach')!.reach, names) },
    ...(find('rounding') ? [plain(', '), { part: 'rounding' as const, text: 'rounded' }] : []),
    plain(', '),
    { part: 'stacking', text: describeStacking(stacking.mode, stacking.group, { apart, names }) },
    plain('.'),
  ]
}

function plain(text: string): SentencePiece {
  return { part: null, text }
}

export function describeValue(value: Value): string {
  if ('percent' in value) {
    const of = value.of === 'regular' ? ' of the regular price' : ''
    return value.percent === 10_000 ? 'nothing' : `${formatPercent(value.percent)}${of} less`
  }
  if ('amount' in value) return `${formatMoney(value.amount)} less ${value.per === 'once' ? 'once' : 'each'}`
  return `${formatMoney(value.price)} each`
}

function describeValuePart({ value, bands, isLadder }: Extract<SentencePart, { part: 'value' }>): string {
  const base = value ? describeValue(value) : `less by ${plural(bands, 'price band')}`
  return isLadder ? `${base}, changing along a ladder` : base
}

export function describeReach(reach: Reach, names: Names): string {
  const base = describeKeys(reach, names) || 'everything'
  return reach.except ? `${base} except ${describeKeys(reach.except, names)}` : base
}

const SHOWN = 3

function describeKeys(keys: ReachKeys, names: Names): string {
  const list = (ids: readonly string[], name: (id: string) => string) =>
    ids.length > SHOWN
      ? `${ids.slice(0, SHOWN).map(name).join(', ')} and ${ids.length - SHOWN} more`
      : joinWords(ids.map(name), 'or')
  const parts: string[] = []
  if (keys.skus)
    parts.push(keys.skus.length > SHOWN ? plural(keys.skus.length, 'chosen product') : list(keys.skus, names.product))
  if (keys.categories) parts.push(list(keys.categories, names.category))
  if (keys.sets) parts.push(`the set ${list(keys.sets, String)}`)
  if (keys.families) parts.push(`family ${list(keys.families, String)}`)
  if (keys.tags) parts.push(`tagged ${list(keys.tags, String)}`)
  if (keys.regularPrice) parts.push(describeRange(keys.regularPrice))
  return parts.join(', ')
}

function describeRange({ from, below }: NonNullable<ReachKeys['regularPrice']>): string {
  if (from !== undefined && below !== undefined) return `from ${formatMoney(from)} to below ${formatMoney(below)}`
  return from !== undefined ? `from ${formatMoney(from)} up` : `below ${formatMoney(below!)}`
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
      return `anyone with delivery by ${joinWords(when.in, 'or')}`
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
  if (mode === 'alone') return 'alone on an item'
  if (mode === 'closes') return 'with nothing after it on the item'
  if (apart.length === 0) return 'together with anything'
  const others = apart.map((id) => (id === group ? `another ${names.stackGroup(id)}` : names.stackGroup(id)))
  return `not together with ${joinWords(others, 'or')}`
}
