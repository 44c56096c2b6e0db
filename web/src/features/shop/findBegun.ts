import type { ShopCartAnswer } from '@novalex/contract'
import { formatMoney } from '@novalex/words'
import { shopText } from '@/locale/catalogue.ts'
import { nameCause } from './nameCause.ts'

type Cart = Pick<ShopCartAnswer, 'lines' | 'reductions'> & {
  readonly delivery: Pick<ShopCartAnswer['delivery'], 'causes'>
}

const EMPTY: Cart = { lines: [], reductions: [], delivery: { causes: [] } }

/** Offers and gifts that the cart gained since the previous one (default: an empty cart), as shown to shoppers. */
export function findBegun(now: Cart, before: Cart = EMPTY): string[] {
  const [old, young] = [sumCauses(before), sumCauses(now)]
  const offers = [...young].flatMap(([name, amount]) =>
    old.has(name) ? [] : [shopText.begins(name, formatMoney(amount))],
  )
  const had = new Set(before.lines.flatMap(({ gift, sku }) => (gift ? sku : [])))
  const gifts = now.lines.flatMap(({ gift, sku, name }) => (gift && !had.has(sku) ? [shopText.giftAdded(name)] : []))
  return [...offers, ...gifts]
}

function sumCauses({ lines, reductions, delivery }: Cart): Map<string, number> {
  const sums = new Map<string, number>()
  const causes = [
    ...lines.filter(({ gift }) => !gift).flatMap((line) => line.causes),
    ...reductions,
    ...delivery.causes,
  ]
  for (const cause of causes) sums.set(nameCause(cause), (sums.get(nameCause(cause)) ?? 0) + cause.amount)
  return sums
}
