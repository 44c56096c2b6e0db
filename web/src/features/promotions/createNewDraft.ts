import type { PromotionDraft } from '@novalex/contract'
import {
  FREE,
  addDays,
  compileCatalogue,
  convertPromotion,
  dateOf,
  phaseOf,
  toLocal,
  weekdayOf,
  type Instant,
  type MechanicKind,
  type Store,
} from '@novalex/core'
import { wordsOf } from '@/mechanics/words.ts'
import { text } from '@/locale/en.ts'
import { offerText } from '@/locale/enOffers.ts'

export type ReasonKey = 'launch' | 'clearance' | 'bigger' | 'winBack' | 'thankYou'

/** What a reason adds to the first draft of its mechanic. */
const REASON_CHANGES: Readonly<Record<ReasonKey, Partial<PromotionDraft>>> = {
  launch: { mechanic: { kind: 'item-discount', reach: { tags: ['new'] }, value: { percent: 1500 } } },
  clearance: {
    mechanic: {
      kind: 'markdown',
      reach: { tags: ['clearance'] },
      value: { percent: 3000, of: 'regular' },
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
      get: { sameSku: true, quantity: 1, value: FREE },
      repeat: 'once',
    },
    limits: { usesPerShopper: 1 },
  },
}

/** The stack group in which a cart offer or a code is not silenced by the sales; of several, the one that is kept apart from the fewest. */
function findOpenGroup({ stackGroups, apart }: Store, { isCode }: { readonly isCode: boolean }): string {
  const [sale = ''] = stackGroups
  const against = (group: string) => apart.filter((pair) => pair.includes(group))
  const isOpen = (group: string) => group !== sale && !against(group).some((pair) => pair.includes(sale))
  const open = stackGroups.filter(isOpen)
  // Groups for codes are kept apart from each other, so that no order has two.
  const fewest = open.toSorted((a, b) => against(a).length - against(b).length)
  const own = isCode ? open.findLast((group) => against(group).some(([a, b]) => a === group && b === group)) : undefined
  return own ?? fewest[0] ?? sale
}

/** A new promotion to begin from: a draft from tomorrow until the Sunday after. */
export function createNewDraft(
  store: Store,
  now: Instant,
  { kind = 'markdown', reason }: { readonly kind?: MechanicKind; readonly reason?: ReasonKey } = {},
): PromotionDraft {
  const tomorrow = addDays(dateOf(toLocal(now, store.timeZone)), 1)
  const untilSunday = 8 - weekdayOf(tomorrow)
  const sale: PromotionDraft = {
    name: text.promotions.newName,
    state: 'draft',
    schedule: { start: `${tomorrow}T00:00`, end: `${addDays(tomorrow, untilSunday)}T00:00` },
    code: null,
    when: null,
    mechanic: wordsOf({ kind: 'markdown' }).first,
    stacking: { group: store.stackGroups[0]!, mode: 'group' },
    limits: {},
    ladder: null,
    campaign: null,
    occasion: null,
    archived: false,
    note: '',
  }
  const catalogue = compileCatalogue({ products: [], categories: [], sets: [] })
  const { title: name, kind: own } = reason ? offerText.reasons[reason] : { title: wordsOf({ kind }).newName, kind }
  const draft: PromotionDraft = {
    ...convertPromotion(sale, own, { store, catalogue }).promotion,
    mechanic: wordsOf({ kind: own }).first,
    ...(reason ? REASON_CHANGES[reason] : {}),
    name,
  }
  if (!draft.stacking || phaseOf(draft.mechanic) < 2) return draft
  return { ...draft, stacking: { ...draft.stacking, group: findOpenGroup(store, { isCode: draft.code !== null }) } }
}
