import type { FindingAnswer } from '@novalex/contract'
import { FINDING_KINDS, type FindingKind } from '@novalex/core'
import { expect, test } from 'vitest'
import { describe as say } from '@/stores/findings.ts'
import { setPresentYear, setStoreFormats } from '@novalex/words'

const NAMES = {
  'promotion:p': 'Spring paper',
  'promotion:q': 'Club days',
  'product:PAD': 'Drawing pad',
  'occasion:o': 'Art fair',
  'testCart:t': 'Three brushes',
}
const AT = '2027-03-10T08:41:00.000Z'
const MIDNIGHT = '2027-03-11T23:00:00.000Z'
const pad = { sku: 'PAD', products: 1 }
const pads = { sku: 'PAD', products: 3 }
const stack = { ...pad, reduction: 5430, regular: 690, total: 315, margin: null, isLoss: false, atMost: null }
const floor = { ...pad, units: 1, wanted: 600, comes: 700, of: 1 }
const SPRING = ['promotion:p']
const BOTH = ['promotion:p', 'promotion:q']
const reach = { both: 1, onlyFirst: 1, onlySecond: 1 }

/** Sentences of each kind for sample facts and subjects. */
const SAID: readonly [FindingKind, readonly string[], object, string][] = [
  ['deepest-stack', SPRING, stack, '“Spring paper” takes 54.3% off Drawing pad (€6.90 → €3.15).'],
  [
    'deepest-stack',
    BOTH,
    { ...stack, ...pads, margin: -80, isLoss: true },
    '“Spring paper” and “Club days” take 54.3% off Drawing pad (€6.90 → €3.15), €0.80 below cost. 2 more products.',
  ],
  [
    'deepest-stack',
    SPRING,
    { ...stack, margin: 20, isLoss: true, atMost: 6100 },
    '“Spring paper” takes 54.3% off Drawing pad (€6.90 → €3.15), €0.20 above cost, less than the minimum margin. At least 54.3%, at most 61%: too many combinations to test them all.',
  ],
  [
    'below-floor',
    BOTH,
    { ...pads, price: 500, floor: 600 },
    '“Spring paper” and “Club days” sell Drawing pad at €5.00, below its price floor of €6.00. 2 more products. The store doesn’t enforce the floor.',
  ],
  [
    'regular-price-jump',
    SPRING,
    { ...pads, regular: 690, price: 1000 },
    '“Spring paper” changes the regular price of Drawing pad from €6.90 to €10.00. 2 more products.',
  ],
  [
    'floor-cuts',
    BOTH,
    { ...floor, ...pads },
    '“Spring paper” and “Club days” together: the price floor reduces the discount. Drawing pad costs €7.00, not €6.00. 2 more products.',
  ],
  [
    'blocked-by-promotion',
    BOTH,
    { hasCode: true, without: 700, with: 800 },
    '“Spring paper” always blocks “Club days”, whose code has no effect. Without “Spring paper”, that order would cost €7.00 instead of €8.00.',
  ],
  [
    'blocked-by-promotion',
    BOTH,
    { hasCode: false, without: 700, with: 800 },
    '“Spring paper” always blocks “Club days”. Without “Spring paper”, that order would cost €7.00 instead of €8.00.',
  ],
  [
    'never-applies',
    SPRING,
    { reason: 'below-first-tier', isAlone: true, by: null },
    '“Spring paper” never applies, even alone: no order reaches its first tier.',
  ],
  [
    'never-applies',
    SPRING,
    { reason: 'stacking', isAlone: false, by: 'q' },
    '“Spring paper” never applies: a higher-ranked promotion always blocks it (“Club days”).',
  ],
  [
    'never-applies',
    SPRING,
    { reason: 'used-up', isAlone: false, by: null },
    '“Spring paper” never applies: it is always blocked.',
  ],
  [
    'price-jump',
    SPRING,
    { sku: 'PAD', units: 3, before: 2100, after: 4000, isDearer: true },
    '“Spring paper”: 4 × Drawing pad cost €40.00, but 3 cost only €21.00.',
  ],
  [
    'price-jump',
    SPRING,
    { sku: 'PAD', units: 3, before: 3000, after: 2000, isDearer: false },
    '“Spring paper”: 4 × Drawing pad cost €20.00, less than €30.00 for 3.',
  ],
  ['no-end', SPRING, { since: null, days: null }, '“Spring paper” has no start or end date.'],
  ['no-end', SPRING, { since: AT, days: 1 }, '“Spring paper” has been running for 1 day with no end date.'],
  ['too-long', SPRING, { days: 120, longest: 90 }, '“Spring paper” runs for 120 days; the store’s maximum is 90.'],
  [
    'ends-early',
    SPRING,
    { end: MIDNIGHT, text: 'until 12 March' },
    '“Spring paper” ends at the end of Thu 11 Mar, but its text says “until 12 March”.',
  ],
  [
    'was-price-not-allowed',
    SPRING,
    { ...pad, regular: 380, prior: 334, price: 304, isPromised: false },
    'When “Spring paper” starts, Drawing pad can’t show €3.80 as its was price: it sold for €3.34 shortly before. Sale price €3.04.',
  ],
  [
    'was-price-not-allowed',
    SPRING,
    { ...pads, regular: 380, prior: 334, price: 304, isPromised: true },
    'When “Spring paper” starts, Drawing pad can’t show €3.80 as its was price: it sold for €3.34 shortly before. Sale price €3.04. 2 more products. Shopper text promises more than this allows.',
  ],
  [
    'floor-cuts',
    SPRING,
    floor,
    '“Spring paper”: the price floor reduces the discount on 1 of 1 product. Drawing pad costs €7.00, not €6.00.',
  ],
  [
    'floor-cuts',
    SPRING,
    { ...floor, ...pads, units: 3, of: 9 },
    '“Spring paper”: the price floor reduces the discount on 3 of 9 products. 3 × Drawing pad cost €7.00, not €6.00.',
  ],
  [
    'too-small',
    SPRING,
    { ...pads, reduction: 250, least: 500 },
    '“Spring paper” takes only 2.5% off Drawing pad. 2 more products. Discounts under 5% rarely influence shoppers.',
  ],
  [
    'stock-short',
    SPRING,
    { ...pad, stock: 8, sold: 40, runsOut: AT },
    '“Spring paper”: Drawing pad sells out around Wed 10 Mar (8 in stock, 40 sold in 30 days), before the promotion ends.',
  ],
  [
    'bundle-dearer',
    SPRING,
    { price: 3000, items: 2700, sku: 'PAD' },
    '“Spring paper” costs €30.00, but its items cost at most €27.00 separately.',
  ],
  [
    'exact-quantity',
    SPRING,
    { count: 2 },
    '“Spring paper” requires exactly 2 units: with 3 in the cart it no longer applies.',
  ],
  [
    'reach-differs',
    SPRING,
    reach,
    '“Spring paper”: qualifying and discounted products overlap only partly: 1 in both, 1 only qualifies, 1 is only discounted.',
  ],
  [
    'reach-differs',
    SPRING,
    { both: 2, onlyFirst: 3, onlySecond: 0 },
    '“Spring paper”: qualifying and discounted products overlap only partly: 2 in both, 3 only qualify, 0 are only discounted.',
  ],
  [
    'reward-saves-nothing',
    SPRING,
    { sku: 'PAD' },
    '“Spring paper”: the reward saves nothing in any order, not even for Drawing pad.',
  ],
  [
    'step-unreachable',
    SPRING,
    { rung: 25, onOffer: 20 },
    '“Spring paper”: the step at 25 sold can’t be reached; only 20 units are available.',
  ],
  [
    'step-unreachable',
    SPRING,
    { rung: 2, onOffer: 1 },
    '“Spring paper”: the step at 2 sold can’t be reached; only 1 unit is available.',
  ],
  [
    'tier-saves-nothing',
    SPRING,
    { tier: 10, before: 900, after: 900 },
    '“Spring paper”: the tier from 10 saves no more than the one before it.',
  ],
  [
    'code-guessable',
    SPRING,
    { code: 'SALE' },
    'Code SALE of “Spring paper” is short or a common word and easy to guess.',
  ],
  [
    'code-duplicated',
    BOTH,
    { code: 'SPRING-27', at: AT },
    'Code SPRING-27 unlocks both “Spring paper” and “Club days” from Wed 10 Mar, 09:41; only the higher-ranked one applies.',
  ],
  [
    'code-public',
    SPRING,
    { code: 'SPRING-27' },
    'Code SPRING-27 of “Spring paper” isn’t listed, but appears in public text.',
  ],
  ['codes-run-out', SPRING, { open: 0, made: 12_000 }, '“Spring paper” has none of 12,000 codes left.'],
  ['codes-run-out', SPRING, { open: 1, made: 20 }, '“Spring paper” has 1 of 20 codes left.'],
  [
    'budget-short',
    SPRING,
    { budget: 50_000, discount: 50_010, day: AT },
    '“Spring paper” has used its entire budget of €500.00.',
  ],
  [
    'budget-short',
    SPRING,
    { budget: 50_000, discount: 20_000, day: AT },
    '“Spring paper” has used €200.00 of its €500.00 budget and will exceed it on Wed 10 Mar at this rate.',
  ],
  [
    'not-released',
    SPRING,
    { starts: null, isMissing: false },
    '“Spring paper” is running in the working plan, but the live release has an older version.',
  ],
  [
    'not-released',
    SPRING,
    { starts: AT, isMissing: true },
    '“Spring paper” starts Wed 10 Mar, 09:41, but the live release doesn’t include it.',
  ],
  [
    'not-released',
    BOTH,
    { starts: AT, isMissing: true },
    '2 promotions running or starting soon with unreleased changes: “Spring paper” and “Club days”. The next one starts Wed 10 Mar, 09:41.',
  ],
  [
    'date-open',
    ['occasion:o'],
    { estimate: '2027-05-01', promotions: 1 },
    '“Art fair” has no dates yet (expected from Sat 1 May). 1 promotion depends on it.',
  ],
  [
    'date-open',
    ['occasion:o'],
    { estimate: '2027-05-01', promotions: 2 },
    '“Art fair” has no dates yet (expected from Sat 1 May). 2 promotions depend on it.',
  ],
  [
    'outside-occasion',
    SPRING,
    { end: null, occasionEnd: MIDNIGHT },
    '“Spring paper” has no end date, but its occasion ends at the end of Thu 11 Mar.',
  ],
  [
    'outside-occasion',
    SPRING,
    { end: '2027-03-31T22:00:00.000Z', occasionEnd: MIDNIGHT },
    '“Spring paper” ends at the end of Wed 31 Mar, after its occasion (which ends at the end of Thu 11 Mar).',
  ],
  [
    'guests-excluded',
    SPRING,
    { test: 'group' },
    '“Spring paper” is advertised to everyone, but guests don’t qualify and no text says so.',
  ],
  [
    'nobody-there',
    SPRING,
    { missing: [{ of: 'groups', name: 'clubb' }] },
    '“Spring paper” names group “clubb”, which doesn’t exist in this store. Check the spelling.',
  ],
  [
    'channel-rule',
    [...SPRING, 'channel:market'],
    { rule: 'minRating', isRefused: true, products: 3, of: 12, others: 1 },
    '“market” would refuse 3 of 12 products of “Spring paper” (minimum rating, and 1 more rule).',
  ],
  [
    'channel-rule',
    [...SPRING, 'channel:market'],
    { rule: 'usualDays', isRefused: false, products: null, of: 12, others: 0 },
    '“market” advises against “Spring paper” (recommended length).',
  ],
  [
    'test-cart-broken',
    ['testCart:t'],
    { name: 'Three brushes', expected: 1900, total: 1920 },
    'Test cart “Three brushes” expects €19.00 but costs €19.20.',
  ],
]

function findingOf(kind: FindingKind, about: readonly string[], facts: object): FindingAnswer {
  const subjects = about.map((one) => {
    const [subject, id] = one.split(':')
    return { kind: subject, id }
  })
  return { id: 'f', kind, severity: 'warning', subjects, facts, setAside: null } as unknown as FindingAnswer
}

test.each(SAID)('%s of %j', (kind, about, facts, said) => {
  setStoreFormats({ currency: 'EUR', locale: 'en-GB' })
  setPresentYear('2027')
  const sentence = say(findingOf(kind, about, facts), NAMES, 'Europe/Vienna')
  expect(sentence.replaceAll('\u00a0', ' ')).toBe(said)
})

test('every kind is among them', () => {
  expect(FINDING_KINDS.filter((kind) => !SAID.some(([said]) => said === kind))).toEqual([])
})

test('what has no name any more is called by its id', () => {
  const finding = findingOf('reward-saves-nothing', ['promotion:gone'], { sku: 'GONE' })
  expect(say(finding, {}, 'Europe/Vienna')).toContain('“gone”: the reward saves nothing')
  expect(say(finding, {}, 'Europe/Vienna')).toContain('not even for GONE')
})
