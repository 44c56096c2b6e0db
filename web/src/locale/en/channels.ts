import type { FitAnswer } from '@novalex/contract'
import { computeLeastPrice, type ChannelRule, type ChannelRules, type FitRule } from '@novalex/core'
import {
  formatDate,
  formatInstant,
  formatMoney,
  formatPoints,
  formatTypedStars,
  joinWords,
  plural,
  quote,
  MECHANIC_WORDS,
} from '@novalex/words'
import { counted } from './counted.ts'

const RULE_NAMES: Readonly<Record<FitRule, string>> = {
  maxProducts: 'Maximum products',
  minReduction: 'Minimum discount',
  showReduction: 'Recommended discount',
  maxDays: 'Maximum length',
  usualDays: 'Recommended length',
  atMostOfRegular: 'Maximum share of the regular price',
  atMostOfReference: 'Maximum share of the reference price',
  atLeastOfReference: 'Minimum share of the reference price',
  lowestBefore: 'Below the lowest price before',
  leastPriceGap: 'Gap to the least price',
  minRating: 'Minimum rating',
  minReviews: 'Minimum reviews',
  stockDays: 'Minimum stock',
  oneAtATime: 'One promotion at a time',
  kinds: 'Accepted types',
  titleLength: 'Title length',
  titleWithout: 'Characters not allowed in titles',
  lowersPrice: 'Lower price',
}

export const ruleName = (rule: string): string => RULE_NAMES[rule as FitRule] ?? rule

/** The price on which rules about shares of a price are worked out. */
const SAMPLE = 10_000

const typeName = (kind: string) => MECHANIC_WORDS[kind as keyof typeof MECHANIC_WORDS].title
const stars = (tenths: number) => `${formatTypedStars(tenths)} stars`
const worked = (of: string, words: string) => ` (${of} ${formatMoney(SAMPLE)}: ${words})`
const sampleOf = (share: number) => formatMoney((SAMPLE * share) / 10_000)
const points = (gap: number) => plural(gap / 100, 'point')
const characters = (text: string) => joinWords([...new Set(text.replace(/\s/g, ''))])

type Sentences = { readonly [R in ChannelRule]: (asked: NonNullable<ChannelRules[R]>) => string }

/** Sentence of each rule of a partner. */
const RULES: Sentences = {
  maxProducts: (most) => `At most ${counted.product(most)} in one promotion`,
  minReduction: (least) => `At least ${formatPoints(least)} off the regular price`,
  showReduction: (least) => `${formatPoints(least)} off or more is recommended`,
  maxDays: (most) => `At most ${counted.day(most)}`,
  usualDays: ({ from, to }) => `${from === to ? '' : `${from} to `}${counted.day(to)} recommended`,
  atMostOfRegular: (share) =>
    `Price at most ${formatPoints(share)} of the regular price${worked('regular', `at most ${sampleOf(share)}`)}`,
  atMostOfReference: (share) =>
    `Price at most ${formatPoints(share)} of the reference price${worked('reference', `at most ${sampleOf(share)}`)}`,
  atLeastOfReference: (share) =>
    `Price at least ${formatPoints(share)} of the reference price${worked('reference', `at least ${sampleOf(share)}`)}`,
  lowestBefore: ({ days, counts, below }) => {
    const lowest = counts === 'paid' ? 'lowest price paid, coupons included,' : 'lowest price shown'
    return `Price ${below === 0 ? '' : `${formatPoints(below)} `}below the ${lowest} in the ${counted.day(days)} before the start`
  },
  leastPriceGap: (gap) =>
    `Least price reported ${points(gap)} below the discount${worked('regular', `25% off, least price ${formatMoney(computeLeastPrice(SAMPLE, 2500, gap))}`)}`,
  minRating: (least) => `Rated ${stars(least)} or higher`,
  minReviews: (least) => `${plural(least, 'review')} or more`,
  stockDays: (days) =>
    days === 'promotion'
      ? 'Stock for the whole promotion'
      : `Stock for ${counted.day(days)} at the rate of the last 30 days`,
  oneAtATime: () => 'Each product in one promotion at a time',
  kinds: (kinds) => `Only these types: ${joinWords(kinds.map(typeName))}`,
  titleLength: (most) => `Titles of at most ${plural(most, 'character')}`,
  titleWithout: (text) =>
    `Titles without ${characters(text)}${text.includes('%') ? ' (“%” is written as “percent”)' : ''}`,
}

/** The rules of a set as sentences, in the order in which they are read. */
export function describeRules(values: ChannelRules, order: readonly ChannelRule[]): string[] {
  return order.flatMap((rule) => {
    const asked = values[rule]
    return asked === undefined ? [] : [(RULES[rule] as (asked: unknown) => string)(asked)]
  })
}

type Facts = FitAnswer['issues'][number]['facts']

interface Names {
  readonly zone: string
  /** Name of another promotion. */
  promotion(id: string): string
}

const found = ({ found: known }: Facts) => known ?? 0
const limit = ({ limit: asked }: Facts) => asked ?? 0
const lasting = ({ found: days }: Facts) => (days === null || days === undefined ? 'no end date' : counted.day(days))

/** What breaks each rule, of one product or of the promotion. */
const BROKEN: Readonly<Record<FitRule, (facts: Facts, names: Names) => string>> = {
  maxProducts: (facts) => `${counted.product(found(facts))}; at most ${limit(facts)} accepted`,
  minReduction: (facts) => `${formatPoints(found(facts))} off; at least ${formatPoints(limit(facts))} required`,
  showReduction: (facts) => `${formatPoints(found(facts))} off; ${formatPoints(limit(facts))} or more recommended`,
  maxDays: (facts) => `${lasting(facts)}; at most ${counted.day(limit(facts))} accepted`,
  usualDays: (facts) => `${lasting(facts)}; ${limit(facts)} to ${counted.day(facts.to ?? limit(facts))} recommended`,
  atMostOfRegular: (facts) =>
    `${formatMoney(found(facts))}; at most ${formatMoney(limit(facts))}, ${formatPoints(facts.share ?? 0)} of the regular price`,
  atMostOfReference: (facts) =>
    facts.limit === undefined
      ? 'no reference price'
      : `${formatMoney(found(facts))}; at most ${formatMoney(limit(facts))}, ${formatPoints(facts.share ?? 0)} of the reference price`,
  atLeastOfReference: (facts) =>
    facts.limit === undefined
      ? 'no reference price'
      : `${formatMoney(found(facts))}; at least ${formatMoney(limit(facts))}, ${formatPoints(facts.share ?? 0)} of the reference price`,
  lowestBefore: (facts, { zone }) => {
    const proof =
      facts.order === undefined
        ? facts.at === undefined
          ? ''
          : `, shown ${formatInstant(Date.parse(facts.at), { zone, year: false })}`
        : `, order ${facts.order}`
    const lowest = facts.counts === 'paid' ? 'paid' : 'shown'
    return `${formatMoney(found(facts))}; at most ${formatMoney(limit(facts))}, below the lowest price ${lowest} in ${counted.day(facts.days ?? 0)}${proof}`
  },
  leastPriceGap: (facts) =>
    `least price ${formatMoney(found(facts))} is below the price floor of ${formatMoney(limit(facts))}`,
  minRating: (facts) =>
    `${facts.found === null ? 'no rating known' : stars(found(facts))}; ${stars(limit(facts))} or higher required`,
  minReviews: (facts) =>
    `${facts.found === null ? 'reviews not known' : plural(found(facts), 'review')}; ${limit(facts)} or more required`,
  stockDays: (facts) =>
    facts.limit === undefined
      ? `stock for ${counted.day(found(facts))}; the promotion has no end date`
      : found(facts) === 0
        ? 'no stock'
        : `stock for ${counted.day(found(facts))}; ${counted.day(limit(facts))} required`,
  oneAtATime: (facts, { promotion }) => `also in ${quote(promotion(facts.name ?? ''))} at the same time`,
  kinds: (facts) => `${typeName(facts.name ?? '')} isn’t accepted`,
  titleLength: (facts) => `title of ${plural(found(facts), 'character')}; at most ${limit(facts)} accepted`,
  titleWithout: (facts) => `title contains ${facts.name}`,
  lowersPrice: () => 'the promotion doesn’t lower its price',
}

export const describeBroken = (rule: FitRule, facts: Facts, names: Names): string => BROKEN[rule](facts, names)

/** The words about channels of partners and their rules. */
export const channelText = {
  title: 'Channels',
  hint: 'Where prices are shown. Own channels have every promotion; a partner channel only what goes there.',
  own: 'Own channels',
  toSettings: 'Store settings',
  partners: 'Partner channels',
  none: 'No partner channels yet. Add one to check promotions against its rules.',
  add: 'Add partner channel',
  edit: 'Edit rules…',
  editOf: (name: string) => `Edit ${name}`,
  remove: 'Remove',
  removed: (name: string) => `“${name}” removed.`,
  saved: (name: string) => `“${name}” saved.`,
  save: 'Save',
  name: 'Name',
  nameHint: 'As it appears in promotions and reports.',
  lead: 'Submit before the start',
  leadHint: 'Hours before the start by which a promotion must be submitted.',
  lock: 'Locked before the start',
  lockHint: 'Hours before the start from which nothing can be changed there.',
  timing: (lead: number, lock: number) =>
    [
      lead === 0 ? 'No lead time' : `Submit ${plural(lead, 'hour')} before the start`,
      lock === 0 ? 'not locked' : `locked ${plural(lock, 'hour')} before`,
    ].join(' · '),
  rulesFrom: (day: string) => `Rules from ${formatDate(day, { year: true })}`,
  inForce: 'in force',
  toCome: 'not yet in force',
  past: 'no longer in force',
  source: (source: string, checkedOn: string) =>
    [source, `checked on ${formatDate(checkedOn, { year: true })}`].filter(Boolean).join(' · '),
  overdue: 'Not checked for over a year. Check whether these rules still apply.',
  noRules: 'No rules. Every promotion fits.',
  noSets: 'No rules yet. Every promotion fits.',
  promotions: (count: number) => `${counted.promotion(count)} ${count === 1 ? 'goes' : 'go'} there`,
  form: {
    set: 'Rules',
    addSet: 'Add rules from another date',
    removeSet: 'Remove these rules',
    from: 'In force from',
    source: 'Source',
    sourceHint: 'Where the rules are written, such as their guide for sellers.',
    checkedOn: 'Last checked on',
    optional: 'Empty fields are no rule.',
    groups: {
      size: 'Products and length',
      prices: 'Prices',
      products: 'Ratings and stock',
      shown: 'Type and title',
    },
    days: 'days',
    usualFrom: 'Recommended length from (days)',
    usualTo: 'Recommended length to (days)',
    maxDays: 'Maximum length (days)',
    gapHint: 'Points between the discount and the least price reported.',
    lowestDays: 'Below the lowest price of (days)',
    lowestCounts: 'Lowest price',
    counts: { shelf: 'Shown', paid: 'Paid, coupons included' },
    lowestBelow: 'Below it by at least',
    stockDays: 'Minimum stock (days)',
    stockWhole: 'Stock for the whole promotion',
    kindsHint: 'None chosen: every type is accepted.',
  },
  section: {
    none: 'The store has no partner channels.',
    nowhere: 'Own channels only',
    goesTo: (names: readonly string[]) => `Own channels and ${joinWords(names)}`,
    hint: 'Own channels have every promotion. Choose the partner channels it also goes to.',
    byCondition: 'The condition under “Who qualifies” already decides in which channels it applies.',
    unknown: (id: string) => `${id} (no longer exists)`,
    checking: 'Checking the rules…',
    notInPlan: 'An archived promotion isn’t checked.',
    fits: (products: number) => `Fits: ${products === 1 ? '' : 'all '}${counted.product(products)} accepted`,
    fitsWhole: 'Fits',
    partly: (accepted: number, products: number) => `${accepted} of ${counted.product(products)} accepted`,
    refused: 'Would be refused',
    warned: 'Would be accepted, with advice',
    noProducts: 'No products',
    submitBy: (at: string) => `Submit by ${at}`,
    submitLate: (at: string) => `Latest submission was ${at}`,
    locks: (at: string) => `locked from ${at}`,
    rules: (day: string) => `rules from ${formatDate(day, { year: true })}`,
    noRules: 'no rules in force at the start',
    notPriced: 'Prices aren’t checked: the discount depends on the cart.',
    shownAs: (title: string) => `Title there: “${title}”`,
    with: (rule: string, products: number) => `${rule}: ${counted.product(products)}`,
    leaveOut: (count: number) => `Exclude ${counted.product(count)}`,
    leftOut: (count: number) => `${counted.product(count)} excluded`,
    putBack: 'Include all',
    tooMany: (most: number) =>
      `More than ${most} products would be excluded. Narrow the products of the promotion instead.`,
    wholeCart: 'Only markdowns and regular price changes can exclude products from a channel.',
    showAll: 'Show all rows',
    more: (count: number) => `And ${counted.product(count)} more.`,
    columns: { product: 'Product', regular: 'Regular', price: 'Price there', least: 'Least price', why: 'Why' },
  },
}
