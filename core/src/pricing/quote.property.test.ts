import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { compileCatalogue, computeFloor } from '../catalogue/index.ts'
import { phaseOf } from '../mechanics/index.ts'
import { checkPromotion, normalizeCode } from '../plan/index.ts'
import { arbitraryCase, type ArbitraryCase } from '../testing/arbitraryCase.ts'
import { payNaivelyWith, quoteNaively } from '../testing/naive/naiveQuote.ts'
import { compilePlan } from './compilePlan.ts'
import { computeQuote } from './computeQuote.ts'
import type { Quote } from './quote.ts'

const RUNS = 1600

function quoteOf({ order, ...base }: ArbitraryCase): Quote {
  return computeQuote(compilePlan(base), order)
}

function toNaive({ store, catalogue, promotions, partners, order }: ArbitraryCase) {
  const { now, cart, facts, codes } = order
  return { now: new Date(now).toISOString(), store, catalogue, partners, plan: { promotions }, cart, facts, codes }
}

const naiveOf = (given: ArbitraryCase) => quoteNaively(toNaive(given))

/** Comparable result of both pricings. */
function summarize({ lines, totals, promotions, codes }: Quote) {
  const applied = promotions
    .filter(({ outcome }) => outcome === 'applied')
    .map(({ promotion, amount }) => [promotion, amount])
  return {
    lines: lines.map(({ sku, quantity, gift, total, tax }) => ({ sku, quantity, gift, total, tax })),
    totals,
    applied: Object.fromEntries(applied) as Record<string, number>,
    codes: Object.fromEntries(
      codes.map(({ code, outcome }) => [normalizeCode(code), outcome === 'applied' ? 'applied' : 'not']),
    ),
  }
}

const sortLines = <T extends { lines: object[] }>(quote: T): T => ({
  ...quote,
  lines: quote.lines.toSorted((a, b) => JSON.stringify(a).localeCompare(JSON.stringify(b))),
})

/** The same data with the keys of every object the other way round. */
function reverseKeys<T>(value: T): T {
  if (Array.isArray(value)) return value.map((one: unknown) => reverseKeys(one)) as T
  if (typeof value !== 'object' || value === null) return value
  const entries = Object.entries(value).map(([key, one]: [string, unknown]) => [key, reverseKeys(one)] as const)
  return Object.fromEntries(entries.reverse()) as T
}

describe('on random plans and carts', () => {
  test('the generator makes plans that may be priced', () => {
    fc.assert(
      fc.property(arbitraryCase({ promotions: 4, units: 4 }), ({ store, catalogue, promotions }) => {
        const surroundings = { store, catalogue: compileCatalogue(catalogue) }
        for (const promotion of promotions) expect(checkPromotion(promotion, surroundings)).toEqual([])
      }),
      { numRuns: 200 },
    )
  })

  test.each([
    ['few units, many promotions', { promotions: 6, units: 5 }, RUNS],
    ['many units, so that applications are made at once', { promotions: 3, units: 40 }, Math.ceil(RUNS / 3)],
  ])('the fast pricing and the naive one agree: %s', (_label, size, numRuns) => {
    fc.assert(
      fc.property(arbitraryCase(size), (given) => {
        expect(sortLines(summarize(quoteOf(given)))).toEqual(sortLines(naiveOf(given)))
      }),
      { numRuns },
    )
  })

  test('totals add up on every level, and no unit goes below its floor or below zero', () => {
    fc.assert(
      fc.property(arbitraryCase({ promotions: 6, units: 6 }), (given) => {
        const { lines, delivery, totals, promotions, surcharges } = quoteOf(given)
        for (const { regular, total, adjustments, sku, quantity, gift } of lines) {
          expect(regular - adjustments.reduce((sum, { amount }) => sum + amount, 0)).toBe(total)
          const product = given.catalogue.products.find((one) => one.sku === sku)!
          const floor = Math.min(computeFloor(product, given.store), product.regularPrice) * quantity
          const isFreed = adjustments.some(
            ({ promotion }) => given.promotions.find(({ id }) => id === promotion)?.mechanic.kind === 'buy-get',
          )
          expect(total).toBeGreaterThanOrEqual(gift || isFreed ? 0 : floor)
        }
        const reductions = promotions.filter(({ promotion }) => !surcharges.some((one) => one.promotion === promotion))
        expect(reductions.reduce((sum, { amount }) => sum + amount, 0)).toBe(totals.saved)
        expect(lines.reduce((sum, { total }) => sum + total, 0)).toBe(totals.merchandise)
        expect(delivery.total).toBe(totals.delivery)
      }),
      { numRuns: RUNS / 2 },
    )
  })

  test('the order of promotions in the file does not matter; a quote is a function of its input', () => {
    fc.assert(
      fc.property(arbitraryCase({ promotions: 5, units: 4 }), (given) => {
        const once = JSON.stringify(quoteOf(given))
        expect(JSON.stringify(quoteOf(given))).toBe(once)
        expect(JSON.stringify(quoteOf({ ...given, promotions: given.promotions.toReversed() }))).toBe(once)
      }),
      { numRuns: RUNS / 4 },
    )
  })

  test('the order of keys does not matter', () => {
    fc.assert(
      fc.property(arbitraryCase({ promotions: 5, units: 4 }), (given) => {
        // A reward or a test is repeated as it was given, so only its keys stand the other way round.
        expect({ ...quoteOf(reverseKeys(given)) }).toEqual({ ...quoteOf(given) })
      }),
      { numRuns: RUNS / 4 },
    )
  })

  test('best never costs the shopper more than rank, gifts counted as saved', () => {
    fc.assert(
      fc.property(arbitraryCase({ promotions: 6, units: 4 }), (given) => {
        const pay = (conflicts: 'best' | 'rank') => {
          // Phase 1 is settled by itself, so only what comes after it may be compared.
          const promotions = given.promotions.filter(({ mechanic }) => mechanic.kind !== 'markdown')
          const { totals, lines } = quoteOf({ ...given, promotions, store: { ...given.store, conflicts } })
          const gifts = lines.reduce((sum, { gift, shelf }) => sum + (gift ? shelf : 0), 0)
          return totals.merchandise - gifts + totals.delivery + totals.surcharges
        }
        expect(pay('best')).toBeLessThanOrEqual(pay('rank'))
      }),
      { numRuns: RUNS / 2 },
    )
  })

  test('every promotion says what became of it', () => {
    fc.assert(
      fc.property(arbitraryCase({ promotions: 6, units: 4 }), (given) => {
        const { promotions } = quoteOf(given)
        expect(promotions.map(({ promotion }) => promotion)).toEqual(given.promotions.map(({ id }) => id))
        for (const { outcome, reason } of promotions) expect(reason === null).toBe(outcome === 'applied')
      }),
      { numRuns: RUNS / 4 },
    )
  })

  test('what best left out would have cost, and nothing else is called weighed', () => {
    fc.assert(
      fc.property(arbitraryCase({ promotions: 5, units: 5 }), (given) => {
        const best = { ...given, store: { ...given.store, conflicts: 'best' as const } }
        const { promotions, totals, lines } = quoteOf(best)
        const gifts = lines.reduce((sum, { gift, shelf }) => sum + (gift ? shelf : 0), 0)
        const pay = totals.merchandise - gifts + totals.delivery + totals.surcharges
        const phases = new Map(best.promotions.map((one) => [one.id, phaseOf(one.mechanic)]))
        for (const { promotion, outcome, reason, facts } of promotions) {
          if (outcome === 'applied' || reason === 'sole' || ![2, 3].includes(phases.get(promotion)!)) continue
          const withIt = payNaivelyWith(toNaive(best), promotion)
          const weighed = withIt === null ? {} : { withIt, without: pay }
          expect({ ...facts, promotion, reason }).toMatchObject({
            promotion,
            ...weighed,
          })
          expect(reason === 'better-without').toBe(withIt !== null)
        }
      }),
      { numRuns: RUNS / 4 },
    )
  })

  test('a further exclusion never lets single reductions take off more', () => {
    const perUnit: readonly string[] = ['item-discount', 'markdown']
    const mayExclude = ({ mechanic }: ArbitraryCase['promotions'][number]) =>
      mechanic.kind === 'item-discount' &&
      mechanic.maxUnits === undefined &&
      !('per' in mechanic.value && mechanic.value.per === 'once')
    fc.assert(
      fc.property(arbitraryCase({ promotions: 4, units: 3 }), fc.constantFrom('S0', 'S1'), (given, sku) => {
        const promotions = given.promotions.filter(
          (one) =>
            perUnit.includes(one.mechanic.kind) &&
            (one.mechanic.kind === 'markdown' || mayExclude(one)) &&
            one.when === null &&
            one.limits.perOrder == null &&
            !one.limits.budgetStops &&
            one.limits.units == null,
        )
        const store = { ...given.store, apart: [] }
        const saved = (list: ArbitraryCase['promotions'], apart: ArbitraryCase['store']['apart'] = []) =>
          quoteOf({ ...given, store: { ...store, apart }, promotions: list }).totals.saved
        const narrower = promotions.map((one) => {
          if (one.mechanic.kind !== 'item-discount' || one.mechanic.reach.except) return one
          return { ...one, mechanic: { ...one.mechanic, reach: { ...one.mechanic.reach, except: { skus: [sku] } } } }
        })
        if (store.conflicts !== 'best') return
        expect(saved(narrower)).toBeLessThanOrEqual(saved(promotions))
        // Nor does keeping groups apart.
        expect(saved(promotions, given.store.apart)).toBeLessThanOrEqual(saved(promotions))
      }),
      { numRuns: RUNS / 2 },
    )
  })
})
