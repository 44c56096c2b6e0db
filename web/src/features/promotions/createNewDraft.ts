import { FIRST_DRAFTS } from '@/mechanics/firstDrafts.ts'
import { TEXT_LIMITS, type PromotionDraft } from '@novalex/contract'
import {
  FREE,
  addDays,
  compileCatalogue,
  convertPromotion,
  dateOf,
  findFirstGroup,
  phaseOf,
  toLocal,
  weekdayOf,
  type Instant,
  type Mechanic,
  type MechanicKind,
  type Product,
  type Reach,
  type Store,
} from '@novalex/core'
import { wordsOf } from '@/mechanics/words.ts'
import { text, offerText } from '@/locale/catalogue.ts'

export type ReasonKey = 'launch' | 'clearance' | 'bigger' | 'winBack' | 'thankYou'

/** Changes to a mechanic's first draft by the chosen goal. */
const REASON_CHANGES: Readonly<Record<ReasonKey, Partial<PromotionDraft>>> = {
  launch: { mechanic: { kind: 'item-discount', reach: {}, value: { percent: 1500 } } },
  clearance: {
    mechanic: {
      kind: 'markdown',
      reach: {},
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

/** Options of a first draft. */
export interface Wanted {
  readonly kind?: MechanicKind
  readonly reason?: ReasonKey
  /** The products that were chosen; `{}`: all of them. */
  readonly reach?: Reach
  /** Some of these products, the cheapest first, for prices to begin with. */
  readonly sample?: readonly Pick<Product, 'sku' | 'regularPrice'>[]
  /** Name of the promotion; absent: a generic name of its type. */
  readonly name?: string
}

/** A new promotion to begin from: a draft from tomorrow until the Sunday after. */
export function createNewDraft(
  store: Store,
  now: Instant,
  { kind = 'markdown', reason, reach = {}, sample = [], name: given }: Wanted = {},
): PromotionDraft {
  const tomorrow = addDays(dateOf(toLocal(now, store.timeZone)), 1)
  const untilSunday = 8 - weekdayOf(tomorrow)
  const sale: PromotionDraft = {
    name: text.promotions.newName,
    state: 'draft',
    schedule: { start: `${tomorrow}T00:00`, end: `${addDays(tomorrow, untilSunday)}T00:00` },
    code: null,
    when: null,
    mechanic: FIRST_DRAFTS.markdown,
    stacking: { group: store.stackGroups[0] ?? '', mode: 'group' },
    limits: {},
    ladder: null,
    campaign: null,
    occasion: null,
    archived: false,
    note: '',
  }
  const catalogue = compileCatalogue({ products: [], categories: [], sets: [] })
  const { title, kind: own } = reason ? offerText.reasons[reason] : { title: wordsOf({ kind }).newName, kind }
  const converted = convertPromotion(sale, own, { store, catalogue }).promotion
  const draft: PromotionDraft = {
    ...converted,
    mechanic: FIRST_DRAFTS[own],
    ...(reason ? REASON_CHANGES[reason] : {}),
    ...(reason === 'winBack' ? { code: { text: drawCode() } } : {}),
    name: (given ?? title).slice(0, TEXT_LIMITS.name),
  }
  const phase = phaseOf(draft.mechanic)
  const group = findFirstGroup(store, { phase, isCode: draft.code !== null })
  return {
    ...draft,
    ...priced(withReach(draft.mechanic, reach), sample),
    ...(draft.stacking ? { stacking: { ...draft.stacking, group } } : {}),
  }
}

/** Without characters that look alike. */
const LETTERS = 'ABCDEFGHJKMNPQRSTUVWXYZ'
const DIGITS = '23456789'

/** A code that no other promotion has and nobody guesses: never letters alone, which may be a word. */
function drawCode(): string {
  const drawn = crypto.getRandomValues(new Uint32Array(6))
  const characters = [...drawn].map((number, at) => {
    const from = at === 5 ? DIGITS : LETTERS + DIGITS
    return from[number % from.length]
  })
  return `BACK-${characters.join('')}`
}

/** A mechanic with the same products wherever it names some. */
function withReach(mechanic: Mechanic, reach: Reach): Mechanic {
  switch (mechanic.kind) {
    case 'delivery':
      return mechanic
    case 'bundle':
      return { ...mechanic, parts: mechanic.parts.map((part) => ({ ...part, reach })) }
    case 'buy-get':
      return { ...mechanic, buy: { ...mechanic.buy, reach } }
    default:
      return { ...mechanic, reach }
  }
}

/** First prices from those of the products: a regular price that is there already, a bundle a tenth below its items. */
function priced(
  mechanic: Mechanic,
  sample: Wanted['sample'] = [],
): Pick<PromotionDraft, 'mechanic'> & Partial<PromotionDraft> {
  if (sample.length === 0) return { mechanic }
  const middle = sample[Math.floor(sample.length / 2)]!.regularPrice
  if (mechanic.kind === 'bundle') {
    const units = mechanic.parts.reduce((sum, { quantity }) => sum + quantity, 0)
    return { mechanic: { ...mechanic, price: Math.max(1, Math.floor((units * middle * 9) / 1000) * 100) } }
  }
  if (mechanic.kind !== 'price-steps') return { mechanic }
  if (sample.length > 1)
    return {
      mechanic: { ...mechanic, prices: Object.fromEntries(sample.map(({ sku, regularPrice }) => [sku, regularPrice])) },
      ladder: null,
    }
  const own = { price: middle }
  return { mechanic, ladder: { by: 'unitsSold', rungs: [0, 10].map((at) => ({ at, value: own })) } }
}
