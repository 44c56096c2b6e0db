import type { ShopCartAnswer } from '@novalex/contract'

/** A receipt as it was written down; in those of earlier versions, the goods bear all reductions themselves. */
export function readReceipt(text: string): ShopCartAnswer {
  return { reductions: [], ...(JSON.parse(text) as Omit<ShopCartAnswer, 'reductions'>) }
}
