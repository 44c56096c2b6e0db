import type { Limits, MechanicKind, PromotionPart, Refill, SentencePart, WeeklyWindow } from '@novalex/core'
import { describeDelivery } from '../mechanics/delivery/words.ts'
import type { PartWords } from '../mechanics/shared/mechanicWords.ts'
import { describeSteps } from '../mechanics/shared/valueWords.ts'
import { wordsOf } from '../mechanics/words.ts'
import { describeCondition } from '../conditions/describeCondition.ts'
import { formatEnd, formatLocal, formatMoney, joinWords, plural } from '../locale/format.ts'
import { describeValue, type Names } from '../locale/ruleWords.ts'

/** A piece of the sentence: plain words, or a part that opens its editor. */
interface SentencePiece {
  readonly text: string
  readonly part: SentencePart['part'] | null
}

/** A promotion of a kind as one sentence. */
export function writeSentence(
  parts: readonly SentencePart[],
  { kind, names }: { readonly kind: MechanicKind; readonly names: Names },
): SentencePiece[] {
  const pieces = parts.flatMap((part, index): SentencePiece[] => {
    const { lead, say } = findWords(part, kind)
    const before = typeof lead === 'string' ? lead : lead(parts[index - 1]?.part)
    return [plain(before), { part: part.part, text: say(part, names) }]
  })
  return [...pieces, plain('.')]
}

/** One part in the words that its sentence uses. */
export function describePart(
  part: SentencePart,
  { kind, names }: { readonly kind: MechanicKind; readonly names: Names },
): string {
  return findWords(part, kind).say(part, names)
}

/** The words of the parts that every promotion has. */
const WORDS: { readonly [K in PromotionPart['part']]: PartWords<Extract<PromotionPart, { readonly part: K }>> } = {
  open: { lead: '', say: () => 'Once the dates of its occasion are set' },
  start: { lead: 'From ', say: ({ start }) => (start === undefined ? 'the release on' : formatLocal(start)) },
  end: { lead: ' until ', say: ({ end }) => (end === undefined ? 'somebody ends it' : formatEnd(end)) },
  weekly: { lead: ', ', say: ({ weekly }) => describeWeekly(weekly) },
  shopper: { lead: ', ', say: ({ when }, names) => describeCondition(when, names) },
  code: { lead: ' ', say: ({ code }) => ('text' in code ? `with the code ${code.text}` : 'with a code of the batch') },
  ladder: {
    lead: ', ',
    say: ({ ladder, isDelivery }) =>
      `changing to ${describeSteps(ladder, isDelivery ? describeDelivery : describeValue)}`,
  },
  limits: { lead: ', ', say: ({ limits }) => describeLimits(limits) },
  stacking: {
    lead: ', ',
    say: ({ stacking, apart }, names) => describeStacking(stacking.mode, stacking.group, { apart, names }),
  },
}

function findWords(part: SentencePart, kind: MechanicKind): PartWords<SentencePart> {
  const own: Readonly<Partial<Record<string, PartWords<SentencePart>>>> = wordsOf({ kind }).parts
  const words = own[part.part] ?? (WORDS as typeof own)[part.part]
  if (!words) throw new TypeError(`no words for the part ${part.part} of ${kind}`)
  return words
}

function plain(text: string): SentencePiece {
  return { part: null, text }
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

/** The limits in a few words. */
export function describeLimits({
  units,
  refills = [],
  uses,
  usesPerShopper,
  perOrder,
  budget,
  budgetStops,
}: Limits): string {
  return [
    ...(units == null ? [] : [`at most ${plural(units, 'item')}`]),
    ...(units == null ? [] : refills.map(describeRefill)),
    ...(perOrder == null ? [] : [`at most ${formatMoney(perOrder)} per order`]),
    ...(uses == null ? [] : [`at most ${plural(uses, 'order')}`]),
    ...(usesPerShopper == null ? [] : [`at most ${plural(usesPerShopper, 'order')} per shopper`]),
    ...(budget == null ? [] : [`a budget of ${formatMoney(budget)}${budgetStops ? ' that stops it' : ' as a plan'}`]),
  ].join(', ')
}

function describeRefill({ at, add }: Refill): string {
  if ('unitsLeft' in at)
    return `${add} more once ${at.unitsLeft === 0 ? 'none is' : at.unitsLeft === 1 ? '1 is' : `${at.unitsLeft} are`} left`
  return `${add} more ${plural(at.hoursLeft, 'hour')} before the end`
}
