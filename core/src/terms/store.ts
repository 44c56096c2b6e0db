import type { BasisPoints } from '../values/index.ts'

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
  readonly stackGroups: readonly string[]
  /** Pairs of groups that do not combine; all other pairs do. */
  readonly apart: readonly (readonly [string, string])[]
}
