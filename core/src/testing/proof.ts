import type { Promotion } from '../plan/index.ts'
import type { ProofInput } from '../proof/index.ts'
import type { Product, Store } from '../terms/index.ts'
import type { HistorySpan } from '../time/index.ts'
import { DAY_MS, type Instant, type MinorUnits } from '../values/index.ts'
import { at, compileShop } from './shop.ts'
import { WORDING } from './wording.ts'

/** Whatever a condition names is there. */
const ANY = { has: () => true }

export const PROOF_NOW = at('2027-03-10T10:00')

type Changes = Partial<ProofInput> & { readonly store?: Partial<Store> }

/** A small plan to be checked, with nothing sold and nothing known besides. */
export function createProofInput(
  products: readonly Product[],
  promotions: readonly Promotion[],
  { store = {}, ...changes }: Changes = {},
): ProofInput {
  return {
    plan: compileShop(
      products,
      promotions,
      store,
      changes.channels?.partners.map(({ id }) => id),
    ),
    now: PROOF_NOW,
    facts: {},
    live: null,
    channel: 'web',
    deliveries: [{ option: 'parcel', price: 490, country: 'AT' }],
    there: { groups: ANY, tags: ANY, audiences: ANY, id: ANY, channel: ANY },
    stock: new Map(),
    sold: new Map(),
    past: new Map(),
    occasions: [],
    follows: {},
    codes: {},
    testCarts: [],
    wording: WORDING,
    ...changes,
  }
}

/** A product at one price for so many days until now. */
export function createPast(price: MinorUnits, days: number, regular = price, now: Instant = PROOF_NOW): HistorySpan {
  return {
    from: now - days * DAY_MS,
    until: now,
    price,
    regular,
    promotions: [],
    source: 'release',
    release: null,
  }
}
