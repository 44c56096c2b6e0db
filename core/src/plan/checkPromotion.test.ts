import { describe, expect, test } from 'vitest'
import type { Markdown } from '../mechanics/index.ts'
import { compileShop, createProduct, createPromotion, createStore } from '../testing/shop.ts'
import { checkIntent } from './checkIntent.ts'
import { checkPromotion, checkPromotionList, findUnmoved } from './checkPromotion.ts'
import type { Promotion } from './promotion.ts'

const { catalogue } = compileShop([createProduct('A', 1000), createProduct('B', 3000)], [])
const surroundings = { store: createStore(), catalogue }
const markdown = (changes: Partial<Markdown>): Markdown => ({ kind: 'markdown', reach: {}, ...changes })
const percent = { percent: 1000 }

describe('checkPromotion', () => {
  test.each<[string, Partial<Promotion>, [string, string][]]>([
    ['nothing wrong', {}, []],
    [
      'ends before it starts',
      { schedule: { start: '2027-03-02T00:00', end: '2027-03-01T00:00' } },
      [['ends-before-start', 'schedule.end']],
    ],
    [
      'ends when it starts',
      { schedule: { start: '2027-03-01T00:00', end: '2027-03-01T00:00' } },
      [['ends-before-start', 'schedule.end']],
    ],
    ['lasts a minute', { schedule: { start: '2027-03-01T00:00', end: '2027-03-01T00:01' } }, []],
    [
      'lasts no time: both in the gap',
      { schedule: { start: '2027-03-28T02:00', end: '2027-03-28T03:00' } },
      [['ends-before-start', 'schedule.end']],
    ],
    ['no such day', { schedule: { start: '2027-02-30T00:00' } }, [['no-such-time', 'schedule.start']]],
    ['0 %', { mechanic: markdown({ value: { percent: 0 } }) }, [['percent-range', 'mechanic.value.percent']]],
    ['100 %', { mechanic: markdown({ value: { percent: 10_000 } }) }, []],
    ['120 %', { mechanic: markdown({ value: { percent: 12_000 } }) }, [['percent-range', 'mechanic.value.percent']]],
    [
      'nothing off',
      { mechanic: markdown({ value: { amount: 0, per: 'unit' } }) },
      [['amount-zero', 'mechanic.value.amount']],
    ],
    [
      'a negative price',
      { mechanic: markdown({ value: { price: -1 } }) },
      [['price-negative', 'mechanic.value.price']],
    ],
    ['neither value nor bands', { mechanic: markdown({}) }, [['value-or-bands', 'mechanic.value']]],
    [
      'both',
      { mechanic: markdown({ value: percent, bands: [{ from: 0, value: percent }] }) },
      [['value-or-bands', 'mechanic.value']],
    ],
    [
      'bands out of order',
      { mechanic: markdown({ bands: [100, 100].map((from) => ({ from, value: percent })) }) },
      [['not-ascending', 'mechanic.bands.1.from']],
    ],
    [
      'a category that is gone',
      { mechanic: markdown({ reach: { categories: ['paper', 'gone'] }, value: percent }) },
      [['unknown-category', 'mechanic.reach.categories.1']],
    ],
    [
      'a SKU and a set that are gone',
      { mechanic: markdown({ reach: { skus: ['Z'], except: { sets: ['z'] } }, value: percent }) },
      [
        ['unknown-sku', 'mechanic.reach.skus.0'],
        ['unknown-set', 'mechanic.reach.except.sets.0'],
      ],
    ],
    [
      'an empty range of prices',
      { mechanic: markdown({ reach: { regularPrice: { from: 5, below: 5 } }, value: percent }) },
      [['empty-range', 'mechanic.reach.regularPrice.below']],
    ],
    [
      'an ending that the step can’t hold',
      { mechanic: markdown({ value: percent, rounding: { to: 'up', step: 100, ending: 100 } }) },
      [['ending-too-large', 'mechanic.rounding.ending']],
    ],
    [
      'an unknown stack group',
      { stacking: { group: 'nobody', mode: 'group' } },
      [['unknown-stack-group', 'stacking.group']],
    ],
    [
      'a condition on a category that is gone',
      { when: { not: { all: [{ test: 'bought', reach: { categories: ['gone'], skus: ['OLD'] } }] } } },
      [['unknown-category', 'when.not.all.0.reach.categories.0']],
    ],
    [
      'units left without a limit',
      { ladder: { by: 'unitsLeft', rungs: [{ at: 1, value: percent }] } },
      [['ladder-needs-units', 'limits.units']],
    ],
    [
      'refills without a limit of units, by hours without an end, of nothing',
      {
        limits: {
          refills: [
            { at: { hoursLeft: 3 }, add: 1 },
            { at: { unitsLeft: 0 }, add: 0 },
          ],
        },
      },
      [
        ['refill-needs-units', 'limits.refills.0.at'],
        ['refill-needs-end', 'limits.refills.0.at.hoursLeft'],
        ['refill-needs-units', 'limits.refills.1.at'],
        ['limit-zero', 'limits.refills.1.add'],
      ],
    ],
    [
      'hours left without an end',
      { ladder: { by: 'hoursLeft', rungs: [{ at: 1, value: percent }] } },
      [['ladder-needs-end', 'schedule.end']],
    ],
    [
      'rungs out of order',
      { ladder: { by: 'unitsSold', rungs: [3, 2].map((at) => ({ at, value: percent })) } },
      [['not-ascending', 'ladder.rungs.1.at']],
    ],
    [
      'places that the offer has no figure for, or that there are not',
      { display: { label: '{price}', title: '{percent}% off markers', description: 'now {price}, {this}' } },
      [
        ['unknown-place', 'display.description'],
        ['place-without-figure', 'display.description'],
      ],
    ],
    [
      'places of a figure that changes as it goes on',
      {
        display: { title: '{percent}% off' },
        ladder: { by: 'unitsSold', rungs: [{ at: 0, value: percent }] },
      },
      [['place-without-figure', 'display.title']],
    ],
    [
      'a ladder beside bands',
      {
        mechanic: markdown({ bands: [{ from: 0, value: percent }] }),
        ladder: { by: 'unitsSold', rungs: [{ at: 0, value: percent }] },
      },
      [['ladder-with-bands', 'ladder']],
    ],
    [
      'a rung on a day that no calendar has',
      { ladder: { by: 'date', rungs: [{ at: '2027-02-30T00:00', value: percent }] } },
      [['no-such-time', 'ladder.rungs.0.at']],
    ],
  ])('%s', (_label, changes, expected) => {
    const problems = [
      ...checkPromotion(createPromotion('p1', changes), surroundings),
      ...checkIntent(createPromotion('p1', changes), surroundings),
    ]
    expect(problems.map(({ code, path }) => [code, path])).toEqual(expected)
  })
})

describe('a price above the regular one', () => {
  test.each([
    ['below the dearest', 2999, []],
    ['at the dearest', 3000, ['price-not-lower']],
    ['above all', 5000, ['price-not-lower']],
  ])('%s', (_label, price, expected) => {
    const promotion = createPromotion('p1', { mechanic: markdown({ value: { price } }) })
    expect(checkIntent(promotion, surroundings).map(({ code }) => code)).toEqual(expected)
  })

  test('names the products that would not move', () => {
    const unmoved = (mechanic: Markdown) => findUnmoved(mechanic, catalogue).map(({ sku }) => sku)
    expect(unmoved(markdown({ value: { price: 1000 } }))).toEqual(['A'])
    expect(unmoved(markdown({ value: percent }))).toEqual([])
  })
})

test('ids and ranks are unique', () => {
  const list = [
    createPromotion('p1', { rank: 1 }),
    createPromotion('p2', { rank: 1 }),
    createPromotion('p1', { rank: 2 }),
  ]
  expect(checkPromotionList(list).map(({ code, path }) => [code, path])).toEqual([
    ['duplicate-rank', '1.rank'],
    ['duplicate-id', '2.id'],
  ])
})
