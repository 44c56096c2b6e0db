import type { Cause } from '@novalex/contract'
import type { SubmissionContent } from '@novalex/core'

const MOST_CAUSES = 1000

/**
 * Reviews a submission by rules that the simulated partner doesn't write down: a least price for each price, below it, and at least `gap` basis points
 * of the regular price below it. Returns the causes of a refusal; empty: accepted.
 */
export function reviewSubmission({ products }: SubmissionContent, gap: number): Cause[] {
  if (products.length === 0) return [{ code: 'no-products', sku: null, text: '' }]
  const causes: Cause[] = []
  for (const { sku, regular, price, leastPrice } of products) {
    if (price === null) continue
    const code = judge({ regular, price, leastPrice }, gap)
    if (code) causes.push({ code, sku, text: '' })
    if (causes.length === MOST_CAUSES) break
  }
  return causes
}

interface Priced {
  readonly regular: number
  readonly price: number
  readonly leastPrice: number | null
}

function judge({ regular, price, leastPrice }: Priced, gap: number): Cause['code'] | null {
  if (gap === 0) return null
  if (leastPrice === null) return 'no-least-price'
  if (leastPrice >= price) return 'least-price-equals'
  return (price - leastPrice) * 10_000 < regular * gap - 10_000 ? 'least-price-gap' : null
}

/** Whether two submissions show a product in common at one time. */
export function overlap(a: SubmissionContent, b: SubmissionContent): boolean {
  if (!isAtOneTime(a.when, b.when)) return false
  const skus = new Set(a.products.map(({ sku }) => sku))
  return b.products.some(({ sku }) => skus.has(sku))
}

function isAtOneTime(a: SubmissionContent['when'], b: SubmissionContent['when']): boolean {
  if ('event' in a || 'event' in b) return 'event' in a && 'event' in b && a.event === b.event
  const [startA, endA, startB, endB] = [a.start, a.end, b.start, b.end].map((at) =>
    at === null ? null : Date.parse(at),
  )
  return (startA ?? -Infinity) < (endB ?? Infinity) && (startB ?? -Infinity) < (endA ?? Infinity)
}
