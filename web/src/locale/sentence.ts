import { formatAmount, type Rounding, type SentencePart, type WeeklyWindow } from '@novalex/core'
import { describeCondition } from './condition.ts'
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
      return describeRounding(part.rounding)
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

function describeValuePart({ value, bands }: Extract<SentencePart, { part: 'value' }>): string {
  if (value) return describeValue(value)
  return joinWords(bands.map((band) => `${describeValue(band.value)} from ${formatMoney(band.from)}`))
}

const DIRECTIONS = { nearest: 'to the nearest', up: 'up to the next', down: 'down to the next' }

function describeRounding({ to, step, ending = 0 }: Rounding): string {
  const price = ending === 0 ? `multiple of ${formatMoney(step)}` : `price ending in ${formatEnding(step, ending)}`
  return `rounded ${DIRECTIONS[to]} ${price}`
}

/** As many digits as the step leaves free: `.95` in steps of 1.00, `9.90` in steps of 10.00, `9` in steps of 0.10. */
function formatEnding(step: number, ending: number): string {
  const digits = String(step - 1).length
  if (digits === 1) return String(ending)
  return digits === 2 ? `.${String(ending).padStart(2, '0')}` : formatAmount(ending)
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
  if (mode === 'closes' && apart.length === 0) return 'with nothing after it on the item'
  if (apart.length === 0) return 'together with anything'
  const others = apart.map((id) => (id === group ? `another ${names.stackGroup(id)}` : names.stackGroup(id)))
  const not = `not together with ${joinWords(others, 'or')}`
  return mode === 'closes' ? `${not}, with nothing after it on the item` : not
}
