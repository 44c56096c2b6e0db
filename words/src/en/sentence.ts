import type { Limits, MechanicKind, PromotionPart, Refill, SentencePart, WeeklyWindow } from '@novalex/core'
import type { PartContext, PartWords } from '../mechanicWords.ts'
import { countOf, describeSteps, startSentence } from './mechanics/shared/values.ts'
import { wordsOf } from './mechanics/index.ts'
import { describeCondition } from './conditions/describeCondition.ts'
import { formatEndInText, joinWords, plural } from './grammar.ts'
import { formatMoney, formatStart, isMidnight } from '../format.ts'
import type { Names } from '../names.ts'

/** A piece of the sentence: plain words, or a part that opens its editor. */
interface SentencePiece {
  readonly text: string
  readonly part: SentencePart['part'] | null
}

/** A promotion as an offer: what, for whom and when; then its limits and what it combines with. */
export function writeSentence(
  parts: readonly SentencePart[],
  { kind, names }: { readonly kind: MechanicKind; readonly names: Names },
): SentencePiece[] {
  const pieces = parts.flatMap((part, index): SentencePiece[] => {
    const { lead, say } = findWords(part, kind)
    const context: PartContext = { names, kind, before: parts[index - 1], after: parts[index + 1] }
    const before = lead(part, context)
    const text = say(part, context)
    const isStart = index === 0 || before.endsWith('. ')
    return [plain(before), { part: part.part, text: isStart ? startSentence(text) : text }]
  })
  return [...pieces, plain('.')]
}

/** One part in the words that its sentence uses. */
export function describePart(part: SentencePart, context: PartContext): string {
  return findWords(part, context.kind).say(part, context)
}

/** The words of the parts that every promotion has. */
const WORDS: { readonly [K in PromotionPart['part']]: PartWords<Extract<PromotionPart, { readonly part: K }>> } = {
  ladder: {
    lead: () => ', then ',
    say: ({ ladder }, { kind }) => describeSteps(ladder, wordsOf({ kind }).sayValue),
  },
  shopper: { lead: () => ', ', say: ({ when }, { names }) => describeCondition(when, names) },
  code: { lead: () => ' with ', say: ({ code }) => ('text' in code ? `code ${code.text}` : 'a single-use code') },
  open: { lead: () => ', ', say: () => 'once its occasion has dates' },
  start: { lead: () => ', from ', say: ({ start }) => (start === undefined ? 'release' : formatStart(start)) },
  end: {
    lead: ({ end }, { before }) => (end !== undefined ? ' to ' : hasTime(before) ? ', with ' : ' with '),
    say: ({ end }) => (end === undefined ? 'no end date' : formatEndInText(end)),
  },
  weekly: { lead: () => ', only ', say: ({ weekly }) => describeWeekly(weekly) },
  limits: { lead: () => '. ', say: ({ limits }, { kind }) => startSentence(describeLimits(limits, kind)) },
  stacking: {
    lead: () => '. ',
    say: ({ stacking, apart }, { names }) => describeStacking(stacking.mode, stacking.group, { apart, names }),
  },
}

/** Whether a start ends with a time of day, set off by a comma. */
const hasTime = (part: SentencePart | undefined) =>
  part?.part === 'start' && part.start !== undefined && !isMidnight(part.start)

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

/** `on Fridays 22:00–02:00 and Saturdays` */
export function describeWeekly(weekly: readonly WeeklyWindow[]): string {
  const windows = weekly.map(({ days, from, to }) => {
    const names = joinWords([...days].sort((a, b) => a - b).map((day) => DAYS[day - 1]!))
    return from === '00:00' && to === '00:00' ? names : `${names} ${from}–${to === '00:00' ? '24:00' : to}`
  })
  return `on ${joinWords(windows)}`
}

function describeStacking(
  mode: string,
  group: string,
  { apart, names }: { apart: readonly string[]; names: Names },
): string {
  if (mode === 'sole') return 'no other promotion in the same order'
  if (mode === 'alone') return 'no other promotion on the same item'
  const isClosing = mode === 'closes'
  if (apart.length === 0) return isClosing ? NO_LOWER : 'combines with any promotion'
  const others = apart.map((id) => `with ${id === group ? 'other ' : ''}${names.stackGroup(id)}`)
  return `can’t be combined ${joinWords(others, 'or')} promotions${isClosing ? `; ${NO_LOWER}` : ''}`
}

const NO_LOWER = 'no lower-ranked promotion on the same item'

/** The limits in a few words. */
export function describeLimits(
  { units, refills = [], uses, usesPerShopper, perOrder, budget, budgetStops }: Limits,
  kind: MechanicKind,
): string {
  const isAdding = kind === 'surcharge'
  const words = [
    ...(units == null ? [] : [`limited to ${plural(units, 'unit')}`]),
    ...(units == null ? [] : refills.map(describeRefill)),
    ...(perOrder == null ? [] : [`up to ${formatMoney(perOrder)} ${isAdding ? 'added' : 'off'} per order`]),
    ...(uses == null ? [] : [`limited to ${plural(uses, 'redemption')}`]),
    ...(usesPerShopper == null
      ? []
      : [usesPerShopper === 1 ? 'once per shopper' : `up to ${usesPerShopper} times per shopper`]),
    ...(budget == null
      ? []
      : [
          budgetStops
            ? `stops after ${formatMoney(budget)} of ${isAdding ? 'surcharges' : 'discount'}`
            : `planned budget ${formatMoney(budget)}`,
        ]),
  ]
  return words.join(', ')
}

function describeRefill({ at, add }: Refill): string {
  if ('unitsLeft' in at) return `plus ${add} when ${countOf(at.unitsLeft)} left`
  return `plus ${add} in the last ${at.hoursLeft === 1 ? 'hour' : plural(at.hoursLeft, 'hour')}`
}
