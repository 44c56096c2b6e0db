import { computed, inject, provide, type ComputedRef, type InjectionKey } from 'vue'

const KEY: InjectionKey<ComputedRef<string>> = Symbol('proof plan')

/** Says under which plan the orders of the findings below are priced. */
export function provideProofPlan(plan: () => string): void {
  provide(KEY, computed(plan))
}

/** The plan under which a proof is priced; the working one where nothing else was said. */
export function useProofPlan(): ComputedRef<string> {
  return inject(KEY, () => computed(() => 'working'), true)
}
