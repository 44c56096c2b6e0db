import { computeFindings, type MechanicKind, type Promotion } from '@novalex/core'
import { expect, test } from 'vitest'
import { createPast, createProofInput } from '../../../../core/src/testing/proof.ts'
import { createProduct, createStore } from '../../../../core/src/testing/shop.ts'
import { KINDS } from '@/mechanics/words.ts'
import { createNewDraft, type Wanted } from './createNewDraft.ts'

const store = createStore({
  stackGroups: ['sale', 'club', 'multi-buy', 'coupon'],
  apart: [
    ['sale', 'sale'],
    ['multi-buy', 'multi-buy'],
    ['multi-buy', 'coupon'],
    ['coupon', 'coupon'],
  ],
})
/** Two products of a tag for each promotion, with a sound margin and a price that has long been the same. */
const COUNT = 20
const categories = Array.from({ length: COUNT }, (_none, at) => ({
  id: `c${at}`,
  name: `Category ${at}`,
  parent: null,
}))
const products = categories.flatMap(({ id }, at) =>
  [1200 + at * 150, 2100 + at * 150].map((price, which) =>
    createProduct(`${id}-${which}`, price, { tags: [id], unitCost: Math.round(price * 0.3) }),
  ),
)
const now = Date.parse('2027-03-10T09:00:00Z')

/** As a planner goes about it: a type or a purpose, one tag, and what is offered first. */
function plan(at: number): Promotion {
  const kind: MechanicKind = KINDS[at % KINDS.length]!
  const reach = kind === 'price-steps' ? { skus: [`c${at}-0`] } : { tags: [`c${at}`] }
  const sample = products.filter(({ sku }) => sku.startsWith(`c${at}-`)).slice(0, kind === 'price-steps' ? 1 : 2)
  const wanted: Wanted =
    at >= 15 ? { reason: (['launch', 'clearance', 'bigger', 'winBack', 'thankYou'] as const)[at - 15]! } : { kind }
  const {
    campaign: _campaign,
    occasion: _occasion,
    archived: _archived,
    note: _note,
    ...draft
  } = createNewDraft(store, now, { ...wanted, reach, sample })
  return { ...draft, id: `p${at}`, rank: at + 1, state: 'ready' }
}

test('twenty sane promotions raise no alarm but that they are not released', () => {
  const promotions = Array.from({ length: COUNT }, (_none, at) => plan(at))
  const input = createProofInput(products, promotions, {
    store,
    past: new Map(products.map(({ sku, regularPrice }) => [sku, [createPast(regularPrice, 200)]])),
  })
  const alarms = computeFindings({ ...input, now }).filter(
    ({ severity, kind }) => severity !== 'info' && kind !== 'not-released',
  )
  expect(
    alarms.map(
      ({ kind, subjects, facts }) => `${kind} ${subjects.map(({ id }) => id).join()} ${JSON.stringify(facts)}`,
    ),
  ).toEqual([])
})
