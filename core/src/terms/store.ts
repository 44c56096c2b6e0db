import type { BasisPoints } from '../values/index.ts'

/** Alarm thresholds of a store. Source: docs/findings.md. */
interface Alarm {
  /** The least that must be left over unit cost, on top of it; absent: 0. */
  readonly margin?: BasisPoints
  /** More than this off the regular price is pointed out; absent: 50 %. */
  readonly reduction?: BasisPoints
  /** A smaller reduction than this is pointed out; absent: 5 %. */
  readonly smallest?: BasisPoints
  /** How many days a promotion may run without an end; absent: 30. */
  readonly noEndDays?: number
  /** How many days before its likely start an occasion should have its dates; absent: 14. */
  readonly openDays?: number
}

/** How a store prices: its currency, zone, taxes, floor and which promotions may meet. Source: docs/pricing.md, "Input". */
export interface Store {
  readonly currency: string
  readonly timeZone: string
  readonly pricesIncludeTax: boolean
  readonly deliveryTaxRate: BasisPoints
  readonly surchargeTaxRate: BasisPoints
  /** How promotions that may not combine are settled: the lowest price, or strictly by rank. */
  readonly conflicts: 'best' | 'rank'
  readonly maxCodesPerOrder: number
  /** `minMargin` is a margin on top of unit cost. */
  readonly floor: { readonly enforce: boolean; readonly minMargin: BasisPoints }
  /** How many days before a reduction its prior price is looked for in; absent: 30. */
  readonly priorDays?: number
  /** How many days a reduction should last at most; absent: 90. Longer ones are pointed out, not refused. */
  readonly longestSaleDays?: number
  /** From when on a plan deserves a look; absent figures have their defaults. No price depends on them. */
  readonly alarm?: Alarm
  readonly stackGroups: readonly string[]
  /** Pairs of groups that do not combine; all other pairs do. */
  readonly apart: readonly (readonly [string, string])[]
}
