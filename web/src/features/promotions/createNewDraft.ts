import type { PromotionDraft } from '@novalex/contract'
import {
  addDays,
  compileCatalogue,
  convertPromotion,
  dateOf,
  toLocal,
  weekdayOf,
  type Instant,
  type Mechanic,
  type Store,
} from '@novalex/core'
import { text } from '@/locale/en.ts'
import { offerText } from '@/locale/enOffers.ts'

export type ReasonKey = 'launch' | 'clearance' | 'bigger' | 'winBack' | 'thankYou'

const FIRST_PERCENT = 1000

/** What a reason adds to the first draft of its mechanic. */
const REASON_CHANGES: Readonly<Record<ReasonKey, Partial<PromotionDraft>>> = {
  launch: { mechanic: { kind: 'item-discount', reach: { tags: ['new'] }, value: { percent: 1500 } } },
  clearance: {
    mechanic: {
      kind: 'markdown',
      reach: { tags: ['clearance'] },
      value: { percent: 3000 },
      rounding: { to: 'down', step: 10, ending: 0 },
    },
  },
  bigger: {
    mechanic: {
      kind: 'quantity-break',
      reach: {},
      count: 'sku',
      on: 'all',
      tiers: [
        { from: 3, value: { percent: 500 } },
        { from: 6, value: { percent: 1000 } },
      ],
    },
  },
  winBack: {
    mechanic: { kind: 'order-discount', reach: {}, tiers: [{ from: 4000, value: { amount: 500, per: 'once' } }] },
    when: { test: 'orders', op: '>=', count: 1 },
    code: { text: 'WELCOME-BACK' },
    limits: { usesPerShopper: 1 },
  },
  thankYou: {
    mechanic: {
      kind: 'buy-get',
      buy: { reach: {}, spend: 8000 },
      get: { sameSku: true, quantity: 1, value: { percent: 10_000 } },
      repeat: 'once',
    },
    limits: { usesPerShopper: 1 },
  },
}

/** A new promotion to begin from: a draft from tomorrow until the Sunday after. */
export function createNewDraft(
  store: Store,
  now: Instant,
  { kind = 'markdown', reason }: { readonly kind?: Mechanic['kind']; readonly reason?: ReasonKey } = {},
): PromotionDraft {
  const tomorrow = addDays(dateOf(toLocal(now, store.timeZone)), 1)
  const untilSunday = 8 - weekdayOf(tomorrow)
  const sale: PromotionDraft = {
    name: text.promotions.newName,
    state: 'draft',
    schedule: { start: `${tomorrow}T00:00`, end: `${addDays(tomorrow, untilSunday)}T00:00` },
    code: null,
    when: null,
    mechanic: { kind: 'markdown', reach: {}, value: { percent: FIRST_PERCENT } },
    stacking: { group: store.stackGroups[0]!, mode: 'group' },
    limits: {},
    ladder: null,
    campaign: null,
    occasion: null,
    archived: false,
    note: '',
  }
  const catalogue = compileCatalogue({ products: [], categories: [], sets: [] })
  if (reason) {
    const { title, kind: proposed } = offerText.reasons[reason]
    return {
      ...convertPromotion(sale, proposed, { store, catalogue }).promotion,
      ...REASON_CHANGES[reason],
      name: title,
    }
  }
  return { ...convertPromotion(sale, kind, { store, catalogue }).promotion, name: offerText.newNames[kind] }
}
