import type { MomentsAnswer } from '@novalex/contract'
import type { Instant } from '@novalex/core'
import { defineStore } from 'pinia'
import { computed, ref, shallowRef, watch } from 'vue'
import { api } from '@/api/api.ts'
import { ApiError } from '@/api/http.ts'
import { useStoreInfo } from './storeInfo.ts'

const TICK_MS = 10_000

export interface PriceMoment {
  readonly at: Instant
  readonly products: number
  readonly starts: readonly string[]
  readonly ends: readonly string[]
}

/** The instant and the plan for which everything on screen is computed. */
export const useMoment = defineStore('moment', () => {
  const store = useStoreInfo()
  const ticks = ref(0)
  /** On the server's clock, to the minute: prices change at no finer grain, and a list need not be asked for again each second. */
  const now = computed<Instant>(() => {
    void ticks.value
    return Math.floor((Date.now() + store.clockOffsetMs) / 60_000) * 60_000
  })
  /** Null follows the clock. */
  const chosen = ref<Instant | null>(null)
  const plan = ref<string>('working')
  const moments = shallowRef<readonly PriceMoment[]>([])

  const instant = computed(() => chosen.value ?? now.value)
  const at = computed(() => new Date(instant.value).toISOString())
  const asked = computed(() => ({ plan: plan.value, at: at.value }))
  const isMoved = computed(() => chosen.value !== null)
  const next = computed(() => moments.value.find((moment) => moment.at > instant.value) ?? null)
  const previous = computed(() => moments.value.findLast((moment) => moment.at < instant.value) ?? null)

  setInterval(() => {
    ticks.value++
  }, TICK_MS)

  function moveTo(to: Instant | null): void {
    chosen.value = to
  }

  let latest = 0
  async function refreshMoments(): Promise<void> {
    const asking = ++latest
    try {
      const answer = await api.getMoments(plan.value)
      if (asking === latest) moments.value = toMoments(answer)
    } catch (thrown) {
      if (!(thrown instanceof ApiError)) throw thrown
    }
  }
  watch(
    [plan, () => store.info?.planRevision, () => store.info?.catalogueRevision, () => store.release?.number],
    refreshMoments,
  )

  return { now, chosen, plan, moments, instant, at, asked, isMoved, next, previous, moveTo, refreshMoments }
})

function toMoments({ moments }: MomentsAnswer): PriceMoment[] {
  return moments.map((moment) => ({ ...moment, at: Date.parse(moment.at) }))
}
