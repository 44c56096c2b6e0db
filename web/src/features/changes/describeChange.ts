import type { ReleaseChange } from '@novalex/contract'
import {
  describePromotion,
  isSameValue,
  type Display,
  type Promotion,
  type SentencePart,
  type Store,
} from '@novalex/core'
import {
  changeText,
  describePart,
  joinWords,
  planningText,
  proofText,
  startSentence,
  text,
  writeSentence,
} from '@/locale/catalogue.ts'
import { describeSpan } from '@/locale/describeSpan.ts'
import { formatPoints, type Names } from '@novalex/words'
import { sectionOfPart } from '@/draft/sectionOfPart.ts'

/** One difference in words. */
export interface FieldText {
  readonly label: string
  /** Empty: there was none. */
  readonly before: string
  /** Empty: there is none any more. */
  readonly after: string
}

interface Context {
  readonly settings: Store
  readonly names: Names
}

const words = changeText

/** What a change is of, as a heading. */
export function nameChange({ thing, name }: Pick<ReleaseChange, 'thing' | 'name'>): string {
  return thing === 'stacking' || thing === 'store' ? words.names[thing] : name
}

/** What differs, old and new; nothing for what is new or gone. */
export function describeFields(change: ReleaseChange, context: Context): FieldText[] {
  const { before, after } = change
  if (before === null || after === null) return []
  switch (change.thing) {
    case 'promotion':
      return describePromotionFields(change.before!, change.after!, context)
    case 'set':
      return describeSet(change.before!, change.after!)
    case 'occasion':
      return [
        ...differ(words.fields.dates, datesOf(change.before!.dates), datesOf(change.after!.dates)),
        ...differ(planningText.occasions.flag.label, flagOf(change.before!), flagOf(change.after!)),
      ]
    case 'stacking':
      return describeStacking(change)
    case 'store':
      return describeStore(change.before!, change.after!)
    default:
      return change satisfies never
  }
}

/** A promotion in one sentence. */
export function summarize(promotion: Promotion, { settings, names }: Context): string {
  const { kind } = promotion.mechanic
  return writeSentence(describePromotion(promotion, settings), { kind, names })
    .map((piece) => piece.text)
    .join('')
}

function describePromotionFields(before: Promotion, after: Promotion, context: Context): FieldText[] {
  const nameOfState = text.promotion.stateNames
  return [
    ...differ(words.fields.name, before.name, after.name),
    ...differ(words.fields.state, nameOfState[before.state], nameOfState[after.state]),
    ...describeParts(before, after, context),
    ...describeDisplay(before.display ?? {}, after.display ?? {}),
  ]
}

/** The parts of the sentence that differ. With another mechanic that is the whole offer. */
function describeParts(before: Promotion, after: Promotion, context: Context): FieldText[] {
  const [old, young] = [readParts(before, context), readParts(after, context)]
  const keys = [...new Set([...young.keys(), ...old.keys()])]
  return keys.flatMap((key) => {
    const label = text.promotion.sections[sectionOfPart(key as SentencePart['part'])]
    return differ(label, old.get(key) ?? '', young.get(key) ?? '')
  })
}

/** The parts of a sentence in words; its dates as one. */
function readParts(promotion: Promotion, { settings, names }: Context): Map<string, string> {
  const { kind } = promotion.mechanic
  const parts = describePromotion(promotion, settings)
  const said = new Map<string, string>()
  parts.forEach((part, index) => {
    if (part.part === 'open' || part.part === 'end') return
    const text_ =
      part.part === 'start'
        ? describeSpan(promotion.schedule)
        : describePart(part, { kind, names, before: parts[index - 1], after: parts[index + 1] })
    const known = said.get(part.part)
    said.set(part.part, startSentence(known === undefined ? text_ : `${known}, ${text_}`))
  })
  if (promotion.schedule.open) said.set('start', planningText.occasions.openShort)
  return said
}

function describeDisplay(before: Display, after: Display): FieldText[] {
  const say = (display: Display, field: keyof Display): string => {
    const value = display[field]
    if (field === 'places') {
      const { places } = display
      return places ? joinWords(places.map((place) => planningText.display.placeNames[place])) : words.everywhere
    }
    if (typeof value === 'string') return value || words.fromOffer
    if (value === undefined)
      return field === 'listed' ? words.no : field === 'breaks' || field === 'nudge' ? words.yes : words.fromOffer
    return value === true ? words.yes : words.no
  }
  const fields = Object.keys(words.displayFields) as (keyof typeof words.displayFields)[]
  return fields.flatMap((field) => differ(words.displayFields[field], say(before, field), say(after, field)))
}

type Of<T extends ReleaseChange['thing']> = NonNullable<Extract<ReleaseChange, { thing: T }>['after']>

const SHOWN_SKUS = 5

function describeSet(before: Of<'set'>, after: Of<'set'>): FieldText[] {
  const renamed = differ(words.fields.name, before.name, after.name)
  if (isSameValue(before.content, after.content)) return renamed
  const skusOf = ({ content }: Of<'set'>) => ('skus' in content ? content.skus : null)
  const [old, young] = [skusOf(before), skusOf(after)]
  if (!old || !young) {
    const say = (skus: readonly string[] | null) => (skus ? joinWords(shorten(skus)) : words.filterNow)
    return [...renamed, { label: words.fields.content, before: say(old), after: say(young) }]
  }
  const [was, is] = [new Set(old), new Set(young)]
  const added = joinWords(shorten(young.filter((sku) => !was.has(sku))))
  const removed = joinWords(shorten(old.filter((sku) => !is.has(sku))))
  return [...renamed, { label: words.fields.content, before: '', after: words.products(added, removed) }]
}

function shorten(skus: readonly string[]): string[] {
  const more = skus.length - SHOWN_SKUS
  return more > 0 ? [...skus.slice(0, SHOWN_SKUS), words.more(more)] : [...skus]
}

function datesOf(dates: Of<'occasion'>['dates']): string {
  return dates ? describeSpan(dates) : planningText.occasions.openShort
}

function flagOf({ flag }: Of<'occasion'>): string {
  const { colours, no } = planningText.occasions.flag
  return flag ? `${flag.text} (${colours[flag.colour]})` : no
}

function describeStacking({ before, after, moved }: Extract<ReleaseChange, { thing: 'stacking' }>): FieldText[] {
  const [old, young] = [before!, after!]
  const kinds = proofText.stacking.conflictKinds
  const keyOf = ([a, b]: readonly [string, string]) => [a, b].sort().join(' ')
  /** The pairs that one has and the other has not. */
  const pairs = ({ apart }: Of<'stacking'>, other: Of<'stacking'>) => {
    const known = new Set(other.apart.map(keyOf))
    return joinWords(apart.flatMap((pair) => (known.has(keyOf(pair)) ? [] : words.pair(...pair))))
  }
  return [
    ...differ(words.fields.conflicts, kinds[old.conflicts], kinds[young.conflicts]),
    ...differ(words.fields.stackGroups, joinWords(old.stackGroups), joinWords(young.stackGroups)),
    ...differ(words.fields.apart, pairs(old, young), pairs(young, old)),
    ...moved.map(({ name, before: from, after: to }) => {
      return { label: words.place1(name), before: words.place(from), after: words.place(to) }
    }),
  ]
}

function describeStore(before: Of<'store'>, after: Of<'store'>): FieldText[] {
  const floor = ({ floor: { enforce, minMargin } }: Of<'store'>) =>
    enforce ? words.floorIs(formatPoints(minMargin)) : words.notEnforced
  const days = (value: number | undefined) => (value === undefined ? words.none : words.days(value))
  const { alarm: oldAlarm, floor: _a, priorDays: _b, longestSaleDays: _c, maxCodesPerOrder: _d, ...oldRest } = before
  const { alarm, floor: _e, priorDays: _f, longestSaleDays: _g, maxCodesPerOrder: _h, ...rest } = after
  const changed = (label: string) => [{ label, before: '', after: words.kinds.changed }]
  return [
    ...differ(words.fields.floor, floor(before), floor(after)),
    ...differ(words.fields.priorDays, days(before.priorDays), days(after.priorDays)),
    ...differ(words.fields.longestSaleDays, days(before.longestSaleDays), days(after.longestSaleDays)),
    ...differ(words.fields.maxCodesPerOrder, String(before.maxCodesPerOrder), String(after.maxCodesPerOrder)),
    ...(isSameValue(oldAlarm, alarm) ? [] : changed(words.fields.alarm)),
    ...(isSameValue(oldRest, rest) ? [] : changed(words.fields.other)),
  ]
}

function differ(label: string, before: string, after: string): FieldText[] {
  return before === after ? [] : [{ label, before, after }]
}
