import type { FactsOf } from '@novalex/contract'
import type { FindingKind, SkipReason, Subject, Severity } from '@novalex/core'
import { ruleName } from './channels.ts'
import {
  formatDate,
  formatInstant,
  formatMoney,
  formatNumber,
  formatPoints,
  isMidnight,
  formatEnd,
  formatEndInText,
  joinWords,
  plural,
  quote,
} from '@novalex/words'
import { dateOf, toLocal } from '@novalex/core'

/** Names of what a finding is about, and the store's time zone. */
export interface SentenceContext {
  /** Names of its subjects, in their order. */
  readonly subjects: readonly [string, ...string[]]
  product(sku: string): string
  promotion(id: string): string
  readonly zone: string
}

type Sentence<K extends FindingKind> = (facts: FactsOf<K>, called: SentenceContext) => string

const others = (products: number) => (products > 1 ? ` ${plural(products - 1, 'more product')}.` : '')
const name = ({ subjects: [first] }: SentenceContext) => quote(first)
const when = (at: string, { zone }: SentenceContext) => formatInstant(Date.parse(at), { zone, year: false })

const REASONS: Partial<Record<SkipReason, string>> = {
  condition: 'its condition can’t be met',
  'sign-in-needed': 'no known shopper qualifies',
  'nothing-in-reach': 'it applies to no products',
  'below-first-tier': 'no order reaches its first tier',
  'not-enough-units': 'carts never hold enough units',
  'no-code': 'its code can’t be used',
  stacking: 'a higher-ranked promotion always blocks it',
  sole: 'another is the only promotion in the order',
  'better-without': 'every order is cheaper without it',
  'no-saving': 'it lowers no price',
  floor: 'the price floor leaves no room',
  'outside-hours': 'its days and hours never occur',
}

/** Sentence of each kind of finding. */
export const FINDING_SENTENCES: { readonly [K in FindingKind]: Sentence<K> } = {
  'deepest-stack': (facts, called) => {
    const { reduction, regular, total, margin, isLoss, sku, products, atMost } = facts
    const takes = called.subjects.length > 1 ? 'take' : 'takes'
    const loss =
      isLoss && margin !== null
        ? `, ${formatMoney(Math.abs(margin))} ${margin < 0 ? 'below cost' : 'above cost, less than the minimum margin'}`
        : ''
    const cut =
      atMost === null
        ? ''
        : ` At least ${formatPoints(reduction)}, at most ${formatPoints(atMost)}: too many combinations to test them all.`
    return `${joinWords(called.subjects.map(quote))} ${takes} ${formatPoints(reduction)} off ${called.product(sku)} (${formatMoney(regular)} → ${formatMoney(total)})${loss}.${others(products)}${cut}`
  },
  'below-floor': ({ price, floor, sku, products }, called) =>
    `${joinWords(called.subjects.map(quote))} ${called.subjects.length > 1 ? 'sell' : 'sells'} ${called.product(sku)} at ${formatMoney(price)}, below its price floor of ${formatMoney(floor)}.${others(products)} The store doesn’t enforce the floor.`,
  'regular-price-jump': ({ regular, price, sku, products }, called) =>
    `${name(called)} changes the regular price of ${called.product(sku)} from ${formatMoney(regular)} to ${formatMoney(price)}.${others(products)}`,
  'blocked-by-promotion': ({ hasCode, without, with: total }, { subjects }) => {
    const [first, second] = subjects.map(quote)
    return `${first} always blocks ${second}${hasCode ? ', whose code has no effect' : ''}. Without ${first}, that order would cost ${formatMoney(without)} instead of ${formatMoney(total)}.`
  },
  'never-applies': ({ reason, isAlone, by }, called) => {
    if (reason === 'nothing-in-reach' && isAlone) return `${name(called)} applies to no products.`
    const why = REASONS[reason] ?? 'it is always blocked'
    const beaten = by === null ? '' : ` (${quote(called.promotion(by))})`
    return `${name(called)} never applies${isAlone ? ', even alone' : ''}: ${why}${beaten}.`
  },
  'price-jump': ({ units, before, after, isDearer, sku }, called) =>
    isDearer
      ? `${name(called)}: ${units + 1} × ${called.product(sku)} cost ${formatMoney(after)}, but ${units} cost only ${formatMoney(before)}.`
      : `${name(called)}: ${units + 1} × ${called.product(sku)} cost ${formatMoney(after)}, less than ${formatMoney(before)} for ${units}.`,
  'no-end': ({ days }, called) =>
    days === null
      ? `${name(called)} has no start or end date.`
      : `${name(called)} has been running for ${plural(days, 'day')} with no end date.`,
  'too-long': ({ days, longest }, called) =>
    `${name(called)} runs for ${plural(days, 'day')}; the store’s maximum is ${longest}.`,
  'ends-early': ({ end: at, text }, called) =>
    `${name(called)} ends ${onEnd(at, called)}, but its text says “${text}”.`,
  'was-price-not-allowed': ({ sku, regular, prior, price, products, isPromised }, called) =>
    `When ${name(called)} starts, ${called.product(sku)} can’t show ${formatMoney(regular)} as its was price: it sold for ${formatMoney(prior)} shortly before. Sale price ${formatMoney(price)}.${others(products)}${
      isPromised ? ' Shopper text promises more than this allows.' : ''
    }`,
  'floor-cuts': ({ sku, units, wanted, comes, products, of }, called) =>
    called.subjects.length > 1
      ? `${joinWords(called.subjects.map(quote))} together: the price floor reduces the discount. ${called.product(sku)} costs ${formatMoney(comes)}, not ${formatMoney(wanted)}.${others(products)}`
      : `${name(called)}: the price floor reduces the discount on ${products} of ${plural(of, 'product')}. ${units > 1 ? `${units} × ` : ''}${called.product(sku)} cost${units > 1 ? '' : 's'} ${formatMoney(comes)}, not ${formatMoney(wanted)}.`,
  'too-small': ({ sku, reduction, least, products }, called) =>
    `${name(called)} takes only ${formatPoints(reduction)} off ${called.product(sku)}.${others(products)} Discounts under ${formatPoints(least)} rarely influence shoppers.`,
  'stock-short': ({ sku, stock, sold, runsOut, products }, called) =>
    `${name(called)}: ${called.product(sku)} sells out around ${formatDay(runsOut, called)} (${stock} in stock, ${sold} sold in 30 days), before the promotion ends.${others(products)}`,
  'bundle-dearer': ({ price, items }, called) =>
    `${name(called)} costs ${formatMoney(price)}, but its items cost at most ${formatMoney(items)} separately.`,
  'exact-quantity': ({ count }, called) =>
    `${name(called)} requires exactly ${plural(count, 'unit')}: with ${count + 1} in the cart it no longer applies.`,
  'reach-differs': ({ both, onlyFirst, onlySecond }, called) =>
    `${name(called)}: qualifying and discounted products overlap only partly: ${both} in both, ${onlyFirst} only ${onlyFirst === 1 ? 'qualifies' : 'qualify'}, ${onlySecond} ${onlySecond === 1 ? 'is' : 'are'} only discounted.`,
  'reward-saves-nothing': ({ sku }, called) =>
    `${name(called)}: the reward saves nothing in any order, not even for ${called.product(sku)}.`,
  'step-unreachable': ({ rung, onOffer }, called) =>
    `${name(called)}: the step at ${rung} sold can’t be reached; only ${plural(onOffer, 'unit')} ${onOffer === 1 ? 'is' : 'are'} available.`,
  'tier-saves-nothing': ({ tier }, called) =>
    `${name(called)}: the tier from ${tier} saves no more than the one before it.`,
  'code-guessable': ({ code }, called) =>
    `Code ${code} of ${name(called)} is short or a common word and easy to guess.`,
  'code-duplicated': ({ code, at }, called) =>
    `Code ${code} unlocks both ${joinWords(called.subjects.map(quote))} from ${when(at, called)}; only the higher-ranked one applies.`,
  'code-public': ({ code }, called) => `Code ${code} of ${name(called)} isn’t listed, but appears in public text.`,
  'codes-run-out': ({ open, made }, called) =>
    `${name(called)} has ${open === 0 ? 'none' : formatNumber(open)} of ${plural(made, 'code')} left.`,
  'budget-short': ({ budget, discount, day }, called) =>
    discount >= budget
      ? `${name(called)} has used its entire budget of ${formatMoney(budget)}.`
      : `${name(called)} has used ${formatMoney(discount)} of its ${formatMoney(budget)} budget and will exceed it on ${formatDay(day, called)} at this rate.`,
  'not-released': ({ starts, isMissing }, called) => {
    const names = called.subjects.map(quote)
    const next = starts === null ? '' : when(starts, called)
    if (names.length === 1) {
      const state = next ? `starts ${next}` : 'is running in the working plan'
      return `${names[0]} ${state}, but the live release ${isMissing ? 'doesn’t include it' : 'has an older version'}.`
    }
    const shown = names.length > 4 ? [...names.slice(0, 3), `${names.length - 3} more`] : names
    const soon = next ? ` The next one starts ${next}.` : ''
    return `${plural(names.length, 'promotion')} ${next ? 'running or starting soon' : 'running'} with unreleased changes: ${joinWords(shown)}.${soon}`
  },
  'date-open': ({ estimate, promotions }, called) =>
    `${name(called)} has no dates yet (expected from ${formatDate(estimate)}). ${plural(promotions, 'promotion')} ${promotions === 1 ? 'depends' : 'depend'} on it.`,
  'outside-occasion': ({ occasionEnd, end: at }, called) =>
    at === null
      ? `${name(called)} has no end date, but its occasion ends ${onEnd(occasionEnd, called)}.`
      : `${name(called)} ends ${onEnd(at, called)}, after its occasion (which ends ${onEnd(occasionEnd, called)}).`,
  'guests-excluded': (_facts, called) =>
    `${name(called)} is advertised to everyone, but guests don’t qualify and no text says so.`,
  'nobody-there': ({ missing }, called) =>
    `${name(called)} names ${joinWords(missing.map(({ of, name: own }) => `${NAMED[of]} “${own}”`))}, which ${
      missing.length === 1 ? 'doesn’t exist' : 'don’t exist'
    } in this store. Check the spelling.`,
  'channel-rule': ({ rule, isRefused, products, of, others: further }, called) => {
    const [promotion, channel] = called.subjects.map(quote)
    const what = products === null ? promotion! : `${products} of ${plural(of, 'product')} of ${promotion!}`
    const more = further > 0 ? `, and ${plural(further, 'more rule')}` : ''
    return isRefused
      ? `${channel} would refuse ${what} (${ruleName(rule).toLowerCase()}${more}).`
      : `${channel} advises against ${what} (${ruleName(rule).toLowerCase()}${more}).`
  },
  'test-cart-broken': ({ expected, total }, called) =>
    `Test cart ${name(called)} expects ${formatMoney(expected)} but costs ${formatMoney(total)}.`,
}

const NAMED = {
  groups: 'group',
  tags: 'tag',
  audiences: 'audience',
  id: 'shopper',
  channel: 'channel',
  option: 'delivery method',
  country: 'country',
} as const

/** An end after "ends": `at the end of Sun 9 May`, `on Mon 5 Apr, 12:30`. */
const onEnd = (at: string, { zone }: SentenceContext) => {
  const local = toLocal(Date.parse(at), zone)
  return isMidnight(local) ? `at ${formatEndInText(local)}` : `on ${formatEnd(local)}`
}

const formatDay = (at: string, { zone }: SentenceContext) => formatDate(dateOf(toLocal(Date.parse(at), zone)))

export const findingText = {
  title: 'Findings',
  hint: 'Possible problems in the working plan, most serious first. Each comes with a cart or time that shows it.',
  checking: 'The plan has changed. Checking again…',
  first: 'Checking the plan…',
  current: (at: string) => `Checked ${at}`,
  none: 'No findings.',
  noneHere: 'No matching findings.',
  severities: { blocker: 'Blocker', warning: 'Warning', info: 'Info' } satisfies Record<Severity, string>,
  about: {
    promotion: 'Open promotion',
    product: 'Open product',
    occasion: 'Open occasions',
    testCart: 'Open test carts',
    channel: 'Open channels',
  } satisfies Record<Subject['kind'], string>,
  toPromotion: (promotion: string) => `Open “${promotion}”`,
  intoTill: 'Open in till',
  keep: 'Save as test cart',
  kept: 'Test cart saved.',
  goTo: (at: string) => `Go to ${at}`,
  priceChart: 'Open price history',
  setAside: 'Dismiss…',
  setAsideTitle: 'Dismiss finding',
  why: 'Reason',
  whyHint: 'It reopens if the promotion is edited or the problem gets worse.',
  setAsideAct: 'Dismiss',
  isAside: (by: string, at: string) => `Dismissed by ${by}, ${at}:`,
  takeUp: 'Reopen',
  asides: (count: string) => `${count} dismissed`,
  show: 'Show',
  hide: 'Hide',
  only: (subject: string) => `Filtered by “${subject}”.`,
  all: 'Show all',
  more: (count: number) => `Show ${count} more`,
  number: (open: number) => plural(open, 'open finding'),
  review: {
    title: 'New findings in this release',
    none: 'No new findings in this release.',
    brings: (count: number) => plural(count, 'new finding'),
    held: (count: number) => `Fix or dismiss ${plural(count, 'blocker')} to publish this release.`,
    checking: 'Checking the plan…',
  },
  till: (reduction: string) => `Deepest stack of promotions: ${reduction} off`,
  loss: (amount: string) => `, ${amount} below cost`,
  alarm: {
    title: 'Finding thresholds',
    hint: 'When findings are raised.',
    change: 'Edit…',
    dialog: 'Finding thresholds',
    save: 'Save',
    kept: 'Finding thresholds saved.',
    margin: 'Minimum margin on unit cost',
    reduction: 'Discount over',
    smallest: 'Discount under',
    noEndDays: 'Days without an end date',
    openDays: 'Days before an occasion’s expected start',
    lines: (alarm: { margin: number; reduction: number; smallest: number; noEndDays: number; openDays: number }) => [
      alarm.margin === 0 ? 'Margin below cost' : `Margin below ${formatPoints(alarm.margin)} of cost`,
      `Discount over ${formatPoints(alarm.reduction)}`,
      `Discount under ${formatPoints(alarm.smallest)}`,
      `No end date for ${plural(alarm.noEndDays, 'day')}`,
      `Occasion without dates ${plural(alarm.openDays, 'day')} before its expected start`,
    ],
  },
}
