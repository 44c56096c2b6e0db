import type { Facts } from '@novalex/core'
import { wrap, type Remote } from 'comlink'
import { defineStore } from 'pinia'
import { ref, watch } from 'vue'
import { useAnswer } from '@/api/useAnswer.ts'
import { useMoment } from '@/stores/moment.ts'
import { useNames } from '@/stores/names.ts'
import type { TillPricing } from '@/workers/tillPricing.ts'

let remoteWorker: Remote<TillPricing> | null = null

/** One worker for the whole application. */
export function getWorker(): Remote<TillPricing> {
  remoteWorker ??= wrap<TillPricing>(
    new Worker(new URL('../workers/till.worker.ts', import.meta.url), { type: 'module' }),
  )
  return remoteWorker
}

/** How often the worker that prices carts was given a plan: 0 while it has none. */
export const useTillPlan = defineStore('tillPlan', () => {
  const remote = getWorker()
  const moment = useMoment()
  const names = useNames()
  const planLoaded = ref(0)
  const { data: loaded } = useAnswer('getPlan', () => ({ query: { plan: moment.plan } }))
  watch(
    loaded,
    async (plan) => {
      if (!plan) return
      names.learnProducts(plan.gifts)
      await remote.setPlan(plan)
      planLoaded.value++
    },
    { immediate: true },
  )
  return { planLoaded }
})

/** Usage figures as set at the till. */
export function factsAs(sold: 'soFar' | 'nothing' | number, id: string, facts: Facts): Facts {
  if (sold === 'soFar') return facts
  return sold === 'nothing' ? {} : { ...facts, [id]: { ...facts[id], unitsSold: sold } }
}

/** Without Vue's proxies, which can't cross to a worker. */
export function plain<T>(value: T): T {
  return JSON.parse(JSON.stringify(value))
}
