import { firstOf } from '../../values/index.ts'
import { checkReach } from '../../catalogue/index.ts'
import type { CartLine, PickOrder, Reach, Repeat } from '../../terms/index.ts'
import type { MinorUnits } from '../../values/index.ts'
import type { Definition } from '../shared/definition.ts'
import type { MechanicLimit, Need, Offering, Samples } from '../shared/need.ts'
import type { RepeatPart } from '../shared/sentence.ts'
import { FIRST_PRICE } from '../shared/values.ts'

/** Phase 2: several units for one price together. */
export interface Bundle {
  readonly kind: 'bundle'
  readonly parts: readonly { readonly reach: Reach; readonly quantity: number }[]
  readonly price: MinorUnits
  readonly repeat: Repeat
  readonly pick?: PickOrder
}

type BundlePart =
  | { readonly part: 'parts'; readonly parts: Bundle['parts']; readonly pick: PickOrder | null }
  | { readonly part: 'price'; readonly price: MinorUnits; readonly units: number }
  | RepeatPart

const needsOf = ({ parts }: Bundle): Need[] => parts.map(({ reach, quantity }) => ({ reach, units: quantity }))

export const bundle = {
  phase: 2,
  reaches: ({ parts }) => parts.map(({ reach }) => reach),
  check: ({ parts }, catalogue) =>
    parts.flatMap(({ reach }, index) => checkReach(reach, `parts.${index}.reach`, catalogue)),
  prices: ({ price }) => [['price', price]],
  ladderUse: () => 'ladder-not-here',
  fitsRung: () => true,
  create: (reach) => ({ kind: 'bundle', parts: [{ reach, quantity: 3 }], price: 3 * FIRST_PRICE, repeat: 'every' }),
  carried: () => undefined,
  rewards: ({ price }) => [{ price }],
  firstReward: ({ price }) => ({ price }),
  describe({ parts, price, repeat, pick = null }): BundlePart[] {
    const units = parts.reduce((sum, { quantity }) => sum + quantity, 0)
    return [
      { part: 'parts', parts, pick },
      { part: 'price', price, units },
      { part: 'repeat', repeat },
    ]
  },
  needs: needsOf,
  limits: findLimits,
  fill,
  joinsUnits: true,
  asLine: true,
  together: (mechanic) => ({ parts: needsOf(mechanic), price: mechanic.price }),
  unitRule({ parts: [part, ...others], price }) {
    if (!part || others.length > 0) return null
    const { reach, quantity: units } = part
    return { reach, units, priceOf: ({ regularPrice }) => Math.min(price, regularPrice * units) }
  },
} satisfies Definition<Bundle>

/** One product where it fits every part, once and twice over; else part by part, with the others filled. */
function findLimits(mechanic: Bundle, { findSample, isIn }: Samples): MechanicLimit[] {
  const parts = needsOf(mechanic)
  const units = parts.reduce((sum, part) => sum + part.units!, 0)
  const sample = findSample(firstOf(parts))
  if (sample && parts.every(({ reach }) => isIn(reach, sample))) {
    return [units, 2 * units].map((count) => ({ limit: 'bundle', need: { ...parts[0]!, units: count } }))
  }
  return parts.map((need) => ({ limit: 'bundle', need, others: parts.filter((part) => part !== need) }))
}

/** Units each part lacks for the next bundle; where parts share products, all from one part. */
function fill({ parts }: Bundle, units: number, { findCandidates, countIn }: Offering): CartLine[][] {
  const filled = parts.map(({ reach }) => countIn(reach))
  const lacking = (times: number) => parts.map(({ quantity }, at) => Math.max(0, times * quantity - filled[at]!))
  let times = 1
  while (lacking(times).every((lack) => lack === 0)) times++
  const apart = lacking(times).flatMap((quantity, at) => {
    const sku = findCandidates(parts[at]!.reach)[0]?.sku
    return quantity > 0 && sku !== undefined ? [{ sku, quantity }] : []
  })
  const whole = parts.flatMap(({ reach }) => findCandidates(reach).map(({ sku }) => [{ sku, quantity: units }]))
  return [apart, ...whole].filter((lines) => lines.length > 0)
}
