import { sumOf, type Piece, type PromotionRef } from '../units/index.ts'
import { once, taxOn, type MinorUnits } from '../values/index.ts'
import { sumAmounts } from './extras.ts'
import { LazyQuote } from './lazyQuote.ts'
import { explainOutcomes } from './outcomes.ts'
import type { Adjustment, CodeOutcome, Quote, QuoteLine } from './quote.ts'
import type { Session } from './session.ts'
import type { Settled } from './settled.ts'

/** An order's quote, from how its phases were settled. Source: docs/pricing.md, "Output". */
export function writeQuote(settled: Settled): Quote {
  const { session, settlement, delivery, surcharges } = settled
  const { store } = session.plan
  const lines = [...writeLines(settled), ...writeGifts(settled)]
  const regular = session.order.cart.delivery?.price ?? 0
  const { chosen } = delivery
  const adjustments = chosen ? [{ promotion: chosen.entry.id, phase: 4, amount: chosen.amount, units: 0 }] : []
  const quoteDelivery = { regular, total: regular - (chosen?.amount ?? 0), adjustments }
  const added = surcharges.filter(({ amount }) => amount > 0)
  const sum = (figure: (line: QuoteLine) => number) => lines.reduce((total, line) => total + figure(line), 0)
  const merchandise = sum((line) => line.total)
  const tax =
    sum((line) => line.tax) +
    taxOn(quoteDelivery.total, store.deliveryTaxRate, store.pricesIncludeTax) +
    added.reduce((total, { amount }) => total + taxOn(amount, store.surchargeTaxRate, store.pricesIncludeTax), 0)
  const surcharge = sumAmounts(added)
  const regularGoods = sum((line) => line.regular)
  const amounts = once(() => amountsOf(settled, lines))
  const known = {
    lines,
    delivery: quoteDelivery,
    surcharges: added.map(({ entry, amount }) => ({ promotion: entry.id, amount })),
    totals: {
      regular: regularGoods,
      shelf: sum((line) => line.shelf),
      merchandise,
      delivery: quoteDelivery.total,
      surcharges: surcharge,
      tax,
      grand: merchandise + quoteDelivery.total + surcharge + (store.pricesIncludeTax ? 0 : tax),
      saved: regularGoods - merchandise + regular - quoteDelivery.total,
    },
    codes: session.codes.length > 0 ? describeCodes(session, amounts()) : [],
    proven: settlement.isProven,
  }
  return new LazyQuote(known, () => explainOutcomes(settled, amounts()))
}

function writeLines({ session, settlement }: Settled): QuoteLine[] {
  const { plan, order } = session
  const goods = session.goods()
  const pieces: Piece[][] = order.cart.lines.map(() => [])
  for (const piece of settlement.state.pieces) pieces[piece.line]!.push(piece)
  return order.cart.lines.map(({ sku, quantity }, line) => {
    const own = pieces[line]!
    const total = sumOf(own, 'current')
    return {
      sku,
      quantity,
      gift: false,
      regular: sumOf(own, 'regular'),
      shelf: sumOf(own, 'shelf'),
      total,
      tax: taxOn(total, goods[line]!.taxRate, plan.store.pricesIncludeTax),
      adjustments: collectAdjustments(own),
    }
  })
}

/** By phase and rank. */
function collectAdjustments(pieces: readonly Piece[]): Adjustment[] {
  const found: { readonly by: PromotionRef; amount: MinorUnits; units: number }[] = []
  for (const { cuts, count } of pieces) {
    for (let cut = cuts; cut; cut = cut.before) {
      const { by, amount } = cut
      const known = found.find((one) => one.by === by)
      if (known) {
        known.amount += amount * count
        known.units += count
      } else found.push({ by, amount: amount * count, units: count })
    }
  }
  found.sort(({ by: a }, { by: b }) => a.phase - b.phase || a.rank - b.rank)
  return found.map(({ by, amount, units }) => ({ promotion: by.id, phase: by.phase, amount, units }))
}

function writeGifts({ settlement }: Settled): QuoteLine[] {
  return settlement.state.gifts.map(({ promotion, product, quantity, shelf }) => {
    const worth = shelf * quantity
    const adjustment = { promotion, phase: 2, amount: worth, units: quantity }
    return {
      sku: product.sku,
      quantity,
      gift: true,
      regular: worth,
      shelf: worth,
      total: 0,
      tax: 0,
      adjustments: [adjustment],
    }
  })
}

/** Amount of each applied promotion by id; 0 for a gift of no value and for a price set to the regular one. */
function amountsOf({ session, delivery, surcharges }: Settled, lines: readonly QuoteLine[]): Map<string, MinorUnits> {
  const amounts = new Map<string, MinorUnits>()
  const add = (id: string, amount: MinorUnits) => amounts.set(id, (amounts.get(id) ?? 0) + amount)
  for (const { sku } of session.order.cart.lines) {
    const step = session.stepOf(session.plan.getProduct(sku))
    if (step) add(step.id, 0)
  }
  for (const { promotion, amount } of lines.flatMap((line) => line.adjustments)) add(promotion, amount)
  for (const { entry, amount } of [...(delivery.chosen ? [delivery.chosen] : []), ...surcharges]) {
    if (amount > 0) add(entry.id, amount)
  }
  return amounts
}

function describeCodes({ codes, order }: Session, amounts: ReadonlyMap<string, MinorUnits>): CodeOutcome[] {
  const byCode = new Map(codes.map((reading) => [reading.code, reading]))
  return order.cart.codes.flatMap((code): CodeOutcome[] => {
    const reading = byCode.get(code)
    if (!reading) return []
    byCode.delete(code)
    const promotion = reading.entry?.id ?? null
    if (reading.opens === null) return [{ code, promotion, outcome: 'refused', reason: reading.reason }]
    const isApplied = amounts.has(reading.opens)
    return [{ code, promotion, outcome: isApplied ? 'applied' : 'noEffect', reason: null }]
  })
}
