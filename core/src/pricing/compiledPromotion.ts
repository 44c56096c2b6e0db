import { findTests } from '../conditions/index.ts'
import { bindMechanic, type Act, type ActsByPhase } from '../mechanics/index.ts'
import {
  compileRungs,
  compileSchedule,
  type CompiledSchedule,
  type Promotion,
  type RungInstants,
} from '../plan/index.ts'
import type { Phase } from '../terms/index.ts'
import type { PromotionRef, StackingRules } from '../units/index.ts'

/** A promotion made ready to act on orders. */
export interface CompiledPromotion<A extends Act = Act> extends PromotionRef {
  readonly promotion: Promotion
  readonly act: A
  readonly schedule: CompiledSchedule
  readonly rungs: RungInstants
  /** The products left out in each partner channel that it goes to, by channel and SKU. */
  readonly partners: ReadonlyMap<string, ReadonlySet<string>>
  /** Whether its condition says in which channels it holds. */
  readonly asksForChannel: boolean
}

/** Expects a checked promotion; throws a `RangeError` on a malformed time or zone. */
export function compilePromotion(promotion: Promotion, zone: string, rules: StackingRules): CompiledPromotion {
  const act = bindMechanic(promotion.mechanic)
  return {
    id: promotion.id,
    rank: promotion.rank,
    phase: act.phase,
    stack: rules.keyOf(promotion.stacking ?? { group: '', mode: 'group' }),
    promotion,
    act,
    partners: new Map(promotion.partners?.map(({ channel, leftOut }) => [channel, new Set(leftOut)])),
    asksForChannel: findTests(promotion.when).some(({ test }) => test === 'channel'),
    ...compileDates(promotion, zone),
  }
}

type Dates = Pick<CompiledPromotion, 'schedule' | 'rungs'>

/** Plans share most of their promotions, which never change: their dates are looked up once. */
const DATES = new WeakMap<Promotion, { readonly zone: string; readonly dates: Dates }>()

function compileDates(promotion: Promotion, zone: string): Dates {
  const known = DATES.get(promotion)
  if (known?.zone === zone) return known.dates
  const schedule = compileSchedule(promotion.schedule, zone)
  const dates = { schedule, rungs: compileRungs(promotion.ladder, schedule.end, zone) }
  DATES.set(promotion, { zone, dates })
  return dates
}

/** Whether a promotion acts in one of some phases. */
export function actsIn<P extends Phase>(
  entry: CompiledPromotion,
  ...phases: readonly P[]
): entry is CompiledPromotion<ActsByPhase[P]> {
  return phases.some((phase) => phase === entry.phase)
}
