import type { FactsOf } from '@novalex/contract'
import type { FindingKind, SkipReason, Subject, Weight } from '@novalex/core'
import { formatDate, formatEnd, formatInstant, joinWords, formatMoney as writeMoney, plural } from './format.ts'
import { toLocal } from '@novalex/core'

/** Names of what a finding is about, and the store's time zone. */
export interface SentenceContext {
  /** Names of its subjects, in their order. */
  readonly subjects: readonly [string, ...string[]]
  product(sku: string): string
  promotion(id: string): string
  readonly zone: string
}

type Sentence<K extends FindingKind> = (facts: FactsOf<K>, called: SentenceContext) => string

/** An amount, or a share, stays on one line with its sign. */
const formatMoney = (amount: number) => writeMoney(amount).replace(' ', NO_BREAK)
const percent = (points: number) => `${Math.round(points / 10) / 10}${NO_BREAK}%`
const NO_BREAK = '\u00a0'
const others = (products: number) => (products > 1 ? `, and ${plural(products - 1, 'more product')}` : '')
const quote = (name: string) => `“${name}”`
const when = (at: string, { zone }: SentenceContext) => formatInstant(Date.parse(at), { zone, year: false })
const end = (at: string, { zone }: SentenceContext) => formatEnd(toLocal(Date.parse(at), zone))

const REASONS: Partial<Record<SkipReason, string>> = {
  condition: 'its condition never holds',
  'sign-in-needed': 'nobody is known to whom it applies',
  'nothing-in-reach': 'nothing lies in what it applies to',
  'below-first-tier': 'no order reaches its first tier',
  'not-enough-units': 'there are never enough items for it',
  'no-code': 'no order may use its code',
  stacking: 'another stands before it on every item',
  sole: 'another is the only offer in the order',
  'better-without': 'every order is cheaper without it',
  'no-saving': 'it lowers no price',
  floor: 'the floor leaves nothing to take off',
  'outside-hours': 'its hours never come',
}

/** Sentence of each kind of finding. */
export const FINDING_SENTENCES: { readonly [K in FindingKind]: Sentence<K> } = {
  'deepest-stack': (facts, called) => {
    const { reduction, regular, total, margin, isLoss, sku, products, atMost } = facts
    const together =
      called.subjects.length > 1 ? `${joinWords(called.subjects)} together take` : `${called.subjects[0]} takes`
    const loss =
      isLoss && margin !== null
        ? `, ${formatMoney(Math.abs(margin))} ${margin < 0 ? 'below cost' : 'above cost, too little'}`
        : ''
    const cut = atMost === null ? '' : ` At least that; at most ${percent(atMost)}: too many orders to try them all.`
    return `${together} ${percent(reduction)} off ${called.product(sku)} (${formatMoney(regular)} → ${formatMoney(total)})${loss}${others(products)}.${cut}`
  },
  'below-floor': ({ price, floor, sku, products }, called) =>
    `${called.product(sku)}: ${formatMoney(price)}, below its price floor of ${formatMoney(floor)}, through ${joinWords(called.subjects.map(quote))}${others(products)}.`,
  'regular-price-jump': ({ regular, price, sku, products }, called) =>
    `Regular price of ${called.product(sku)}: ${formatMoney(regular)} → ${formatMoney(price)} through ${quote(called.subjects[0])}${others(products)}.`,
  'in-the-way': ({ hasCode, without, with: total }, { subjects: [first, second] }) =>
    `${first} keeps ${second} away wherever both hold: ${
      hasCode ? 'its code changes nothing' : 'it never applies'
    }; without ${first} that order would come to ${formatMoney(without)} instead of ${formatMoney(total)}.`,
  'never-applies': ({ reason, isAlone, by }, called) => {
    if (reason === 'nothing-in-reach' && isAlone) return `${called.subjects[0]} reaches no product.`
    const why = REASONS[reason] ?? 'something always stands against it'
    const beaten = by === null ? '' : ` (${called.promotion(by)})`
    return `${called.subjects[0]} applies to none of the orders made for it: ${why}${beaten}${isAlone ? ', even by itself' : ''}.`
  },
  cliff: ({ units, before, after, isDearer, sku }, called) =>
    isDearer
      ? `${called.subjects[0]}: ${units + 1} × ${called.product(sku)} cost ${formatMoney(after)}, ${units} only ${formatMoney(before)}.`
      : `${called.subjects[0]}: ${units + 1} × ${called.product(sku)} cost ${formatMoney(after)}, less than ${formatMoney(before)} for ${units}.`,
  'no-end': ({ days }, { subjects: [name] }) =>
    days === null ? `${name} has neither start nor end.` : `${name} has run for ${plural(days, 'day')} without an end.`,
  'too-long': ({ days, longest }, { subjects: [name] }) =>
    `${name} lasts ${plural(days, 'day')}; the store wants ${longest} at most.`,
  'ends-early': ({ end: at, text }, called) =>
    `${called.subjects[0]} ends ${end(at, called)}, before the day that shoppers read as its last: “${text}”.`,
  'strike-not-allowed': ({ sku, regular, prior, price, products, isPromised }, called) =>
    `When ${called.subjects[0]} starts, ${called.product(sku)} may not strike ${formatMoney(regular)}: it cost ${formatMoney(prior)} shortly before, and costs ${formatMoney(price)} then${others(products)}.${
      isPromised ? ' What shoppers read promises more.' : ''
    }`,
  'floor-cuts': ({ sku, units, wanted, comes, products, of }, called) =>
    called.subjects.length > 1
      ? `${joinWords(called.subjects.map(quote))} together: the price floor keeps part of the reduction. ${called.product(sku)} costs ${formatMoney(comes)} instead of ${formatMoney(wanted)}${others(products)}.`
      : `${called.subjects[0]}: for ${products} of ${plural(of, 'product')} the floor keeps part of the reduction; ${units > 1 ? `${units} ×${NO_BREAK}` : ''}${called.product(sku)} come${units > 1 ? '' : 's'} to ${formatMoney(comes)}, not ${formatMoney(wanted)}.`,
  'too-small': ({ sku, reduction, least, products }, called) =>
    `${called.subjects[0]} takes only ${percent(reduction)} off ${called.product(sku)}${others(products)}; below ${percent(least)} nobody is drawn by it.`,
  'stock-short': ({ sku, stock, sold, runsOut, products }, called) =>
    `${called.subjects[0]}: ${called.product(sku)} lasts until ${when(runsOut, called)} (${stock} left, ${sold} sold in 30 days)${others(products)}.`,
  'bundle-dearer': ({ price, items }, { subjects: [name] }) =>
    `${name} costs ${formatMoney(price)}; its dearest items come to ${formatMoney(items)} without it.`,
  'exactly-misses': ({ count }, { subjects: [name] }) =>
    `${name} asks for exactly ${count}: with ${count + 1} in the cart it is lost.`,
  'reach-differs': ({ both, onlyFirst, onlySecond }, { subjects: [name] }) =>
    `${name}: what counts and what is reduced overlap only in part: ${plural(both, 'product')} in both, ${onlyFirst} only count${onlyFirst === 1 ? 's' : ''}, ${onlySecond} ${onlySecond === 1 ? 'is' : 'are'} only reduced.`,
  'reward-worthless': ({ sku }, called) =>
    `${called.subjects[0]} gives nothing: its reward saves no cent in any order, not for ${called.product(sku)} either.`,
  'rung-unreachable': ({ rung, onOffer }, { subjects: [name] }) =>
    `${name} has a rung from ${rung} sold; only ${plural(onOffer, 'item')} ${onOffer === 1 ? 'is' : 'are'} on offer.`,
  'tier-useless': ({ tier }, { subjects: [name] }) =>
    `${name}: its tier from ${tier} saves no more than the one before it.`,
  'code-guessable': ({ code }, { subjects: [name] }) =>
    `The code ${code} of ${name} is short or a plain word, and easy to guess.`,
  'code-twice': ({ code, at }, called) =>
    `The code ${code} opens both ${joinWords(called.subjects)} from ${when(at, called)}; only the first by rank would be opened.`,
  'code-public': ({ code }, { subjects: [name] }) =>
    `The code ${code} of ${name} is not listed, but stands in a text that everybody reads.`,
  'codes-run-out': ({ open, made }, { subjects: [name] }) =>
    `${name} has ${open === 0 ? 'no code' : plural(open, 'code')} left of ${made.toLocaleString('en-GB')}.`,
  'budget-short': ({ budget, given, day }, called) =>
    given >= budget
      ? `${called.subjects[0]} has given ${formatMoney(given)}, its whole budget of ${formatMoney(budget)}.`
      : `${called.subjects[0]} has given ${formatMoney(given)}; at this pace its budget of ${formatMoney(budget)} is passed on ${when(day, called)}.`,
  'not-released': ({ starts, isMissing }, called) => {
    const names = called.subjects.map(quote)
    const next = starts === null ? '' : when(starts, called)
    if (names.length === 1) {
      const lack = isMissing ? 'not released' : 'unreleased changes'
      return next ? `Starts ${next}, ${lack}: ${names[0]}.` : `Running, ${lack}: ${names[0]}.`
    }
    const shown = names.length > 4 ? [...names.slice(0, 3), `${names.length - 3} more`] : names
    const soon = next ? ` The next one starts ${next}.` : ''
    return `${plural(names.length, 'promotion')} ${next ? 'running or starting soon' : 'running'}, not released as planned: ${joinWords(shown)}.${soon}`
  },
  'date-open': ({ estimate, promotions }, { subjects: [name] }) =>
    `The dates of ${name} are still open; it is likely to begin on ${formatDate(estimate)}, and ${plural(promotions, 'promotion')} wait${promotions === 1 ? 's' : ''} for it.`,
  'outside-occasion': ({ occasionEnd, end: at }, called) =>
    `${called.subjects[0]} ${at === null ? 'has no end' : `ends ${end(at, called)}`}; its occasion is over by ${end(occasionEnd, called)}.`,
  'guest-promise': (_facts, { subjects: [name] }) =>
    `Everybody reads of ${name}, but guests do not get it, and no text says so.`,
  'test-cart-broken': ({ expected, total }, { subjects: [name] }) =>
    `The test cart “${name}” must come to ${formatMoney(expected)} and comes to ${formatMoney(total)}.`,
}

export const findingText = {
  title: 'Findings',
  hint: 'What a careful colleague would notice in the working plan, gravest first, each with a cart or a moment that anyone can check.',
  checking: 'The plan has changed and is being checked again …',
  first: 'The plan is being checked for the first time …',
  current: (at: string) => `Checked ${at}`,
  none: 'Nothing in this plan deserves a look.',
  noneHere: 'Nothing like that in this plan.',
  weights: { stop: 'Stop', look: 'Look', hint: 'Hint' } satisfies Record<Weight, string>,
  about: {
    promotion: 'To the promotion',
    product: 'To the product',
    occasion: 'To the occasions',
    testCart: 'To the test carts',
  } satisfies Record<Subject['kind'], string>,
  toPromotion: (name: string) => `To ${name}`,
  intoTill: 'Into the till',
  keep: 'Keep as a test cart',
  kept: 'It is a test cart now.',
  goTo: (at: string) => `To ${at}`,
  priceChart: 'To its prices',
  setAside: 'Set aside …',
  setAsideTitle: 'Leave it as it is',
  why: 'Because',
  whyHint: 'It comes back when what it is about is edited, or it gets worse.',
  setAsideAct: 'Set it aside',
  isAside: (by: string, at: string) => `Set aside by ${by}, ${at}:`,
  takeUp: 'Take it up again',
  asides: (count: string) => `${count} set aside`,
  show: 'Show',
  hide: 'Hide',
  only: (name: string) => `Only what is about ${name}.`,
  all: 'Show all',
  more: (count: number) => `${count} more`,
  number: (open: number) => plural(open, 'open finding'),
  review: {
    title: 'Findings that this release would bring',
    none: 'This release brings nothing that deserves a look.',
    held: (count: number) =>
      `${plural(count, 'finding')} of weight “stop” must be mended, or set aside one by one, before this release can be made.`,
    checking: 'The plan is being checked …',
  },
  till: (reduction: string) => `This cart is the deepest stack: ${reduction} off`,
  loss: (amount: string) => `, ${amount} below cost`,
  alarm: {
    title: 'What is pointed out',
    hint: 'From when on Findings speaks up.',
    change: 'Change …',
    dialog: 'What is pointed out',
    save: 'Keep these lines',
    kept: 'Findings follow these lines now.',
    margin: 'Least margin on top of unit cost',
    reduction: 'More than this off the regular price',
    smallest: 'Reductions smaller than this',
    noEndDays: 'Days without an end',
    openDays: 'Days before an occasion is likely to begin',
    sentence: (alarm: { margin: number; reduction: number; smallest: number; noEndDays: number; openDays: number }) =>
      `Orders that leave less than ${alarm.margin === 0 ? 'their unit cost' : `unit cost and ${percent(alarm.margin)}`}; more than ${percent(alarm.reduction)} off; reductions below ${percent(alarm.smallest)}; ${plural(alarm.noEndDays, 'day')} without an end; occasions without dates ${plural(alarm.openDays, 'day')} before they are likely to begin.`,
  },
}

export const formatPoints = percent
