import { computeReached, type CompiledCatalogue } from '../catalogue/index.ts'
import { reachesOf, type Markdown } from '../mechanics/index.ts'
import type { Promotion } from '../plan/index.ts'
import type { Reach } from '../terms/index.ts'

/**
 * A sale that no longer looks at some products; stopped where it would look at none. What its reach says otherwise stays, so that products
 * that join later still do, unless it has exceptions of another kind: then the products that are left are listed.
 */
export function takeOff<T extends Pick<Promotion, 'state' | 'mechanic'>>(
  promotion: T & { readonly mechanic: Markdown },
  skus: ReadonlySet<string>,
  catalogue: CompiledCatalogue,
): T {
  const { mechanic } = promotion
  const reached = computeReached(reachesOf(mechanic)[0]!, catalogue)
  const left = reached.filter(({ sku }) => !skus.has(sku))
  if (left.length === 0) return { ...promotion, state: 'stopped' }
  if (left.length === reached.length) return promotion
  if (mechanic.prices) {
    const prices = Object.fromEntries(Object.entries(mechanic.prices).filter(([sku]) => !skus.has(sku)))
    return { ...promotion, mechanic: { ...mechanic, prices } }
  }
  const gone = reached.filter(({ sku }) => skus.has(sku)).map(({ sku }) => sku)
  return {
    ...promotion,
    mechanic: {
      ...mechanic,
      reach: without(
        mechanic.reach,
        gone,
        left.map(({ sku }) => sku),
      ),
    },
  }
}

function without(reach: Reach, gone: readonly string[], left: readonly string[]): Reach {
  const { except, skus } = reach
  if (skus) return { ...reach, skus: skus.filter((sku) => !gone.includes(sku)) }
  if (except === undefined) return { ...reach, except: { skus: gone } }
  const isList = Object.keys(except).join() === 'skus'
  return isList ? { ...reach, except: { skus: [...except.skus!, ...gone] } } : { skus: left }
}
