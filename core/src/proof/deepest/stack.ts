import { definitionOf } from '../../mechanics/index.ts'
import { settleOrder, writeQuote, type CompiledPlan } from '../../pricing/index.ts'
import type { Order } from '../../terms/index.ts'
import { WHOLE, type BasisPoints, type MinorUnits, firstOf } from '../../values/index.ts'
import type { Thresholds } from '../proofInput.ts'

/** Combined reduction of a product in one order. */
export interface Stack {
  readonly order: Order
  /** Total of the order. */
  readonly grand: MinorUnits
  /** The promotions that touched the product, by rank. */
  readonly promotions: readonly string[]
  /** Of the product's lines, with those of the units that a promotion took together with them. */
  readonly regular: MinorUnits
  readonly total: MinorUnits
  readonly reduction: BasisPoints
  /** Without tax, less unit cost; null where a cost is not known. */
  readonly margin: MinorUnits | null
  readonly isLoss: boolean
}

/** Prices an order and measures what is off its first line's product; null where no promotion of a price touched it. Source: docs/findings.md, "Deepest stack". */
export function measureStack(
  plan: CompiledPlan,
  order: Order,
  { margin: least }: Pick<Thresholds, 'margin'>,
): Stack | null {
  const settled = settleOrder(plan, order)
  const { lines, totals } = writeQuote(settled)
  const touched = order.cart.lines.map(() => new Set<string>())
  for (const { line, touched: by } of settled.settlement.state.pieces) for (const { id } of by) touched[line]!.add(id)
  const { sku } = firstOf(order.cart.lines)
  const own = new Set<string>()
  order.cart.lines.forEach((line, at) => {
    if (line.sku === sku) for (const id of touched[at]!) own.add(id)
  })
  if (own.size === 0) return null
  const joining = new Set([...own].filter((id) => definitionOf(plan.getPromotion(id).promotion.mechanic).joinsUnits))
  const measured = lines.filter((line, at) => {
    if (line.gift) return line.adjustments.some(({ promotion }) => joining.has(promotion))
    return line.sku === sku || [...touched[at]!].some((id) => joining.has(id))
  })
  let [regular, total, net] = [0, 0, 0]
  let cost: number | null = 0
  for (const line of measured) {
    regular += line.regular
    total += line.total
    net += plan.store.pricesIncludeTax ? line.total - line.tax : line.total
    const unitCost = plan.catalogue.bySku.get(line.sku)?.unitCost ?? null
    cost = cost === null || unitCost === null ? null : cost + unitCost * line.quantity
  }
  if (regular <= 0) return null
  return {
    order,
    grand: totals.grand,
    promotions: plan.promotions.flatMap(({ id }) => (own.has(id) ? [id] : [])),
    regular,
    total,
    reduction: Math.floor(((regular - total) * WHOLE) / regular),
    margin: cost === null ? null : net - cost,
    isLoss: cost !== null && net * WHOLE < cost * (WHOLE + least),
  }
}

/** Orders stacks by severity: below the store's minimum first, then by depth. */
export function isWorse(one: Stack, than: Stack | null): boolean {
  if (than === null) return true
  if (one.isLoss !== than.isLoss) return one.isLoss
  return one.reduction > than.reduction
}

export function isAlarming({ isLoss, reduction }: Stack, { reduction: most }: Pick<Thresholds, 'reduction'>): boolean {
  return isLoss || reduction > most
}
