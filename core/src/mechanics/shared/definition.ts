import type { CompiledCatalogue } from '../../catalogue/index.ts'
import type { CartLine, Ladder, Phase, Product, Reach, Tier, Value } from '../../terms/index.ts'
import type { MinorUnits, Problem } from '../../values/index.ts'
import type { MechanicLimit, Need, Offering, Samples } from './need.ts'

/**
 * Whether a ladder may set a mechanic's value: it must, it may, or why not (the code of the problem).
 */
type LadderUse = 'needed' | 'possible' | 'ladder-not-here' | 'ladder-with-bands'

/** Units that are given for units that are bought. */
export interface GivenUnits {
  /** Of the SKU that is bought. */
  readonly sameSku?: true
  readonly reach?: Reach
  readonly quantity: number
  readonly value: Value
}

/** Reward of a mechanic: a value, or free units. */
export type Reward = Value | GivenUnits

/** Price of one product's units under a rule, product by product. */
export interface UnitRule {
  readonly reach: Reach
  readonly units: number
  /** Price of so many units at the product's regular price. */
  readonly priceOf: (product: Product) => MinorUnits
}

/** A price that a mechanic names, with its path in it. */
export type PlacedPrice = readonly [path: string, price: MinorUnits]

/** All that is known of a mechanic of one kind without pricing an order. Source: docs/pricing.md, "Mechanics". */
export interface Definition<M> {
  readonly phase: Phase
  /** Every reach that it names: a product in any of them concerns it. */
  reaches(mechanic: M): readonly Reach[]
  /** Problems of its reaches, values and tier order. Paths are relative to it. */
  check(mechanic: M, catalogue: CompiledCatalogue): Problem[]
  /** Problems of a ready promotion that can be priced but is surely unintended. Paths are relative to the mechanic. Absent: none. */
  checkIntent?(mechanic: M, ladder: Ladder | null, catalogue: CompiledCatalogue): Problem[]
  /** The prices that it names and that must not be 0. */
  prices(mechanic: M): readonly PlacedPrice[]
  /** Whether a price of 0 is offered everywhere, so that nobody is asked whether it is meant. */
  readonly mayBeFree?: true
  ladderUse(mechanic: M): LadderUse
  /** Whether a rung of a ladder may have the value. */
  fitsRung(value: Value): boolean
  /** A first draft on a reach. The value is one that another mechanic had; it is taken where this one may have it. */
  create(reach: Reach, value: Value): M
  /** The value that another mechanic takes over. */
  carried(mechanic: M): Value | undefined
  /** The values that it promises, the least first. */
  rewards(mechanic: M): readonly Value[]
  /** First reward after a small shortfall; null if there can be none. */
  firstReward(mechanic: M): Reward | null
  /** The parts of its sentence, in reading order. */
  describe(mechanic: M, ladder: Ladder | null): readonly { readonly part: string }[]
  /** Whether its sentence says its ladder itself. */
  readonly saysLadder?: true
  /** The least that it asks of a cart, part by part. */
  needs(mechanic: M): readonly Need[]
  /** Its limits, for carts just below, at and above each. */
  limits(mechanic: M, samples: Samples): readonly MechanicLimit[]
  /** Limits of regular prices. Absent: none. */
  priceLimits?(mechanic: M): readonly MinorUnits[]
  /** Its tiers. Absent: it has none. */
  tiers?(mechanic: M): readonly Tier[]
  /** SKUs that it may add to a cart that holds the SKUs given. Absent: none. */
  gifts?(mechanic: M, skus: readonly string[]): readonly string[]
  /** Ways to put the units that it lacks into a cart, the likeliest first. Absent: so many of one product of its first need. */
  fill?(mechanic: M, units: number, offering: Offering): CartLine[][]
  /** Whether the units that it takes belong together, so that what one of them costs says little by itself. Absent: no. */
  readonly joinsUnits?: true
  /** Whether it reduces the goods together, so that receipts show one line for it. Absent: where its rewards are amounts off in total. */
  readonly asLine?: true
  /** The parts that it sells together, and for how much. Absent: none. */
  together?(mechanic: M): { readonly parts: readonly Need[]; readonly price: MinorUnits }
  /** Effect on a single product. Absent or null: depends on the cart. */
  unitRule?(mechanic: M): UnitRule | null
}
