import type { Product } from '../terms/index.ts'
import type { Held, Skip } from '../units/index.ts'
import { once, type MinorUnits } from '../values/index.ts'
import { isAdmitted } from './admission.ts'
import { actsIn, type CompiledPromotion } from './compiledPromotion.ts'
import { computePay } from './contest.ts'
import { explainOffer } from './explainOffer.ts'
import type { Extra } from './extras.ts'
import { canNudge, findNextStep, toNudge } from './nudges.ts'
import type { Nudge, PromotionOutcome, SkippedOutcome } from './quote.ts'
import { replay, type Replay } from './replay.ts'
import type { Session } from './session.ts'
import type { Settled } from './settled.ts'
import { explainShelf } from './shelfPhase.ts'

/** Outcomes of an order's promotions, each computed on first access. */
export interface Explanations {
  /** Of the plan's promotions, in its order. */
  readonly ids: readonly string[]
  /** Of a promotion of the plan; throws for another one. */
  readonly outcomeOf: (id: string) => PromotionOutcome
  /** Small shortfalls for its first or next step; none for most. */
  readonly nudgesOf: (id: string) => readonly Nudge[]
}

interface Explained {
  readonly outcome: PromotionOutcome
  readonly nudges: readonly Nudge[]
}

/** From how an order's phases were settled, and what each promotion that applied came to. Source: docs/pricing.md, "Reasons". */
export function explainOutcomes(settled: Settled, amounts: ReadonlyMap<string, MinorUnits>): Explanations {
  const { plan } = settled.session
  const turns = replay(settled.contest, settled.settlement)
  const heldOnShelf = once(() => countHeldOnShelf(settled))
  const leftOut = once(() => explainShelf(settled.shelf, plan))
  const stepped = once(() => findStepped(settled.session))
  const extras = new Map([...settled.delivery.all, ...settled.surcharges].map((extra) => [extra.entry, extra]))
  const known = new Map<string, Explained>()

  function explainOne(entry: CompiledPromotion): Explained {
    const { id } = entry
    const amount = amounts.get(id)
    if (amount !== undefined) {
      const outcome = turns.turnOf(entry)?.outcome
      const held = outcome?.state ? outcome.held : { overCap: extras.get(entry)?.overCap }
      const facts = omitUndefined({ unitsByFloor: heldOnShelf().get(id), ...dropZeros(held) })
      return {
        outcome: { promotion: id, outcome: 'applied', reason: null, amount, facts },
        nudges: findNextStep(settled, turns, entry),
      }
    }
    const skip = explain(settled, { entry, turns, leftOut, stepped, extra: extras.get(entry) })
    const { reason, ...facts } = skip
    const outcome = { promotion: id, outcome: 'skipped', amount: 0, reason, facts } as SkippedOutcome
    return { outcome, nudges: toNudge(entry, skip) }
  }

  function find(id: string): CompiledPromotion {
    const entry = plan.findPromotion(id)
    if (!entry) throw new RangeError(`unknown promotion: ${id}`)
    return entry
  }

  function explained(entry: CompiledPromotion): Explained {
    let one = known.get(entry.id)
    if (!one) known.set(entry.id, (one = explainOne(entry)))
    return one
  }

  return {
    ids: plan.promotions.map(({ id }) => id),
    outcomeOf: (id) => explained(find(id)).outcome,
    nudgesOf: (id) => {
      const entry = find(id)
      return canNudge(entry) ? explained(entry).nudges : []
    },
  }
}

interface Asked {
  readonly entry: CompiledPromotion
  readonly turns: Replay
  readonly leftOut: () => ReadonlyMap<string, Skip>
  /** A product of the cart that price steps reach. */
  readonly stepped: () => ReadonlyMap<CompiledPromotion, Product>
  /** Outcome in phase 4 or 5. */
  readonly extra: Extra | undefined
}

function findStepped({ plan, order, leavesOut }: Session): Map<CompiledPromotion, Product> {
  const products = order.cart.lines.flatMap(({ sku }) => plan.catalogue.bySku.get(sku) ?? [])
  const steps = products.flatMap((product) =>
    plan
      .findPriceSteps(product)
      .filter((entry) => !leavesOut(entry, product))
      .map((entry) => [entry, product] as const),
  )
  // Of several, the first in the cart.
  return new Map(steps.toReversed())
}

function explain(settled: Settled, { entry, turns, leftOut, stepped, extra }: Asked): Skip {
  const { session, contest, settlement } = settled
  if (actsIn(entry, 4, 5)) return explainExtra(settled, entry, extra)
  if (actsIn(entry, 2, 3)) {
    const admission = entry.phase === 2 ? session.admittedWith(entry, contest.pieces) : session.admitted(entry)
    return isAdmitted(admission) ? explainOffer({ contest, settlement, turns }, admission) : admission
  }
  const admission = session.admittedWith(entry, [])
  if (!isAdmitted(admission)) return admission
  if (entry.phase === 0) return explainStep(settled, stepped().get(entry))
  return leftOut().get(entry.id) ?? { reason: 'nothing-in-reach' }
}

/** Why price steps set no price: another one did before them, or no rung of theirs has been reached. */
function explainStep({ session }: Settled, product: Product | undefined): Skip {
  if (!product) return { reason: 'nothing-in-reach' }
  const first = session.stepOf(product)
  return first ? { reason: 'stacking', promotion: first.id, because: 'first-only' } : { reason: 'no-saving' }
}

/** Why a delivery offer or a surcharge changes nothing. Of several delivery offers at most one applies. */
function explainExtra(settled: Settled, entry: CompiledPromotion, known: Extra | undefined): Skip {
  const { session, contest, settlement, delivery } = settled
  if (known?.skip) return known.skip
  const { chosen } = delivery
  if (known && chosen) {
    const by = chosen.entry.id
    if (session.plan.store.conflicts === 'rank') return { reason: 'stacking', promotion: by, because: 'first-only' }
    const without = computePay(contest, settlement.state)
    return { reason: 'better-without', promotion: by, withIt: without + chosen.amount - known.amount, without }
  }
  const admission = session.admittedWith(entry, settlement.state.pieces)
  if (!isAdmitted(admission)) return admission
  const isUnchosen = entry.phase === 4 && session.order.cart.delivery === null
  return { reason: 'nothing-in-reach', ...(isUnchosen ? { delivery: 'none' as const } : {}) }
}

/** Figures of 0 held nothing back. */
function dropZeros(held: Partial<Held>): Partial<Held> {
  return Object.fromEntries(Object.entries(held).filter(([, figure]) => figure !== 0))
}

type Defined<T> = { readonly [K in keyof T]?: Exclude<T[K], undefined> }

function omitUndefined<T extends object>(facts: T): Defined<T> {
  const kept: { -readonly [K in keyof T]?: Exclude<T[K], undefined> } = {}
  for (const name in facts)
    if (facts[name] !== undefined) kept[name] = facts[name] as Exclude<(typeof facts)[typeof name], undefined>
  return kept
}

function countHeldOnShelf({ shelf }: Settled): Map<string, number> {
  const held = new Map<string, number>()
  for (const { units, shelf: price } of shelf.lines.flatMap((line) => line.groups)) {
    for (const { entry, cutByFloor } of price.cuts) {
      const { id } = entry.promotion
      if (cutByFloor) held.set(id, (held.get(id) ?? 0) + units)
    }
  }
  return held
}
