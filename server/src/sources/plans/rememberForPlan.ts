import type { CompiledPlan } from '@novalex/core'

/** A function of a plan that works once for each: a compiled plan never changes. */
export function rememberForPlan<T>(work: (plan: CompiledPlan) => T): (plan: CompiledPlan) => T {
  const known = new WeakMap<CompiledPlan, { readonly value: T }>()
  return (plan) => {
    const found = known.get(plan) ?? { value: work(plan) }
    known.set(plan, found)
    return found.value
  }
}
