import { SHOP_CHANNEL, type MomentsAnswer } from '@novalex/contract'
import type { Instant } from '@novalex/core'
import { defineStore } from 'pinia'
import { useTimestamp } from '@vueuse/core'
import { computed, ref } from 'vue'
import { useAnswer } from '@/api/useAnswer.ts'
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
  const ticking = useTimestamp({ interval: TICK_MS })
  /** On the server's clock, to the minute: prices change at no finer grain, and a list need not be asked for again each second. */
  const now = computed<Instant>(() => {
    // The tick says when to look at the clock; by itself it may be older than what is known of the server's.
    void ticking.value
    return Math.floor((Date.now() + store.clockOffsetMs) / 60_000) * 60_000
  })
  /** Null follows the clock. */
  const chosen = ref<Instant | null>(null)
  const plan = ref<string>('working')
  /** The channel whose prices are shown. */
  const channel = ref<string>(SHOP_CHANNEL)
  /** Left out where it is the shop's, as most answers are asked for. */
  const inChannel = computed(() => (channel.value === SHOP_CHANNEL ? {} : { channel: channel.value }))
  const { data } = useAnswer('getMoments', () => store.info && { query: { plan: plan.value, ...inChannel.value } })
  const moments = computed<readonly PriceMoment[]>(() => (data.value ? toMoments(data.value) : []))

  const instant = computed(() => chosen.value ?? now.value)
  const at = computed(() => new Date(instant.value).toISOString())
  const asked = computed(() => ({ plan: plan.value, at: at.value, ...inChannel.value }))
  const isMoved = computed(() => chosen.value !== null)
  const next = computed(() => moments.value.find((moment) => moment.at > instant.value) ?? null)
  const previous = computed(() => moments.value.findLast((moment) => moment.at < instant.value) ?? null)

  function moveTo(to: Instant | null): void {
    chosen.value = to
  }

  return { now, chosen, plan, channel, inChannel, moments, instant, at, asked, isMoved, next, previous, moveTo }
})

function toMoments({ moments }: MomentsAnswer): PriceMoment[] {
  return moments.map((moment) => ({ ...moment, at: Date.parse(moment.at) }))
}
