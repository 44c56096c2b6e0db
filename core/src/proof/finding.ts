import type { FitRule } from '../channels/index.ts'
import type { ShopperTestKind } from '../conditions/index.ts'
import type { Order } from '../terms/index.ts'
import type { SkipReason } from '../units/index.ts'
import { keysOf, type BasisPoints, type Instant, type MinorUnits } from '../values/index.ts'

/** `stop`: no release brings it unless it is set aside. `look`: worth a second look. `hint`: worth knowing. */
export type Severity = 'blocker' | 'warning' | 'info'

/** Subject of a finding. */
export interface Subject {
  readonly kind: 'promotion' | 'product' | 'occasion' | 'testCart' | 'channel'
  readonly id: string
}

/** An order whose price under the plan that was checked is `total`. */
export interface ProofCart {
  readonly order: Order
  readonly total: MinorUnits
}

/** Proof of a finding. */
export type Proof =
  | { readonly carts: readonly ProofCart[] }
  | { readonly at: Instant }
  /** A product's price through a stretch of time; without an end where nothing ends it. */
  | {
      readonly sku: string
      readonly from: Instant
      readonly until: Instant | null
      readonly price: MinorUnits
      /** Where prices differ by channel, and this is not the shop's. */
      readonly channel?: string
    }

/** How many products show a fault, and the one that shows it most. */
interface Counted {
  readonly products: number
  readonly sku: string
}

/** Facts by kind of finding. Promotion ids are among the subjects. */
export interface FindingFacts {
  'deepest-stack': Counted & {
    /** Off the regular price of the goods concerned. */
    readonly reduction: BasisPoints
    readonly regular: MinorUnits
    readonly total: MinorUnits
    /** Margin after tax and unit cost; null if a cost is unknown. */
    readonly margin: MinorUnits | null
    /** Whether that is less than the store wants. */
    readonly isLoss: boolean
    /** Upper bound of the reduction if the search was cut short; null: searched completely. */
    readonly atMost: BasisPoints | null
  }
  'below-floor': Counted & { readonly price: MinorUnits; readonly floor: MinorUnits }
  'regular-price-jump': Counted & { readonly regular: MinorUnits; readonly price: MinorUnits }
  'blocked-by-promotion': { readonly hasCode: boolean; readonly without: MinorUnits; readonly with: MinorUnits }
  'never-applies': { readonly reason: SkipReason; readonly isAlone: boolean; readonly by: string | null }
  'price-jump': {
    readonly sku: string
    readonly units: number
    readonly before: MinorUnits
    readonly after: MinorUnits
    readonly isDearer: boolean
  }
  'no-end': { readonly since: Instant | null; readonly days: number | null }
  'too-long': { readonly days: number; readonly longest: number }
  'ends-early': { readonly end: Instant; readonly text: string }
  'was-price-not-allowed': Counted & {
    readonly regular: MinorUnits
    readonly prior: MinorUnits
    readonly price: MinorUnits
    /** Whether a label or a text promises more than the prior price leaves. */
    readonly isPromised: boolean
  }
  'floor-cuts': Counted & {
    /** How many of it are paid together. */
    readonly units: number
    readonly wanted: MinorUnits
    readonly comes: MinorUnits
    readonly of: number
  }
  'too-small': Counted & { readonly reduction: BasisPoints; readonly least: BasisPoints }
  'stock-short': Counted & { readonly stock: number; readonly sold: number; readonly runsOut: Instant }
  'bundle-dearer': { readonly price: MinorUnits; readonly items: MinorUnits; readonly sku: string }
  'exact-quantity': { readonly count: number }
  'reach-differs': { readonly both: number; readonly onlyFirst: number; readonly onlySecond: number }
  'reward-saves-nothing': { readonly sku: string }
  'step-unreachable': { readonly rung: number; readonly onOffer: number }
  'tier-saves-nothing': { readonly tier: number; readonly before: MinorUnits; readonly after: MinorUnits }
  'code-guessable': { readonly code: string }
  'code-duplicated': { readonly code: string; readonly at: Instant }
  'code-public': { readonly code: string }
  'codes-run-out': { readonly open: number; readonly made: number }
  'budget-short': { readonly budget: MinorUnits; readonly discount: MinorUnits; readonly day: Instant }
  /** `starts`: the first of them that is still to come; null where all run. `isMissing`: the shop has none of them. */
  'not-released': { readonly starts: Instant | null; readonly isMissing: boolean }
  'date-open': { readonly estimate: string; readonly promotions: number }
  'outside-occasion': { readonly end: Instant | null; readonly occasionEnd: Instant }
  'guests-excluded': { readonly test: ShopperTestKind | null }
  'nobody-there': {
    readonly missing: readonly {
      readonly of: 'groups' | 'tags' | 'audiences' | 'id' | 'channel' | 'option' | 'country'
      readonly name: string
    }[]
  }
  /** The gravest rule, and how many others: `products` that break it, null where it is the promotion as a whole. */
  'channel-rule': {
    readonly rule: FitRule
    readonly isRefused: boolean
    readonly products: number | null
    readonly of: number
    readonly others: number
  }
  'test-cart-broken': { readonly name: string; readonly expected: MinorUnits; readonly total: MinorUnits }
}

export type FindingKind = keyof FindingFacts

const KINDS: Readonly<Record<FindingKind, true>> = {
  'test-cart-broken': true,
  'deepest-stack': true,
  'below-floor': true,
  'regular-price-jump': true,
  'not-released': true,
  'was-price-not-allowed': true,
  'blocked-by-promotion': true,
  'never-applies': true,
  'ends-early': true,
  'no-end': true,
  'too-long': true,
  'outside-occasion': true,
  'date-open': true,
  'floor-cuts': true,
  'stock-short': true,
  'budget-short': true,
  'codes-run-out': true,
  'bundle-dearer': true,
  'exact-quantity': true,
  'reach-differs': true,
  'reward-saves-nothing': true,
  'step-unreachable': true,
  'tier-saves-nothing': true,
  'guests-excluded': true,
  'nobody-there': true,
  'channel-rule': true,
  'code-guessable': true,
  'code-duplicated': true,
  'code-public': true,
  'price-jump': true,
  'too-small': true,
}

/** Every kind, the gravest first. */
export const FINDING_KINDS: readonly FindingKind[] = keysOf(KINDS)

/** A finding as its kind makes it. */
export interface Found<K extends FindingKind> {
  readonly severity: Severity
  readonly subjects: readonly Subject[]
  readonly facts: FindingFacts[K]
  readonly proof: Proof
  /** How bad it is, in points: of a percentage, products or days. One more is worse. */
  readonly points: number
}

/** Something in a plan that deserves a look, with what proves it. */
export type Finding = {
  [K in FindingKind]: Found<K> & {
    /** Stays while kind and subjects do. */
    readonly key: string
    readonly kind: K
  }
}[FindingKind]

export const promotionSubject = (id: string): Subject => ({ kind: 'promotion', id })
