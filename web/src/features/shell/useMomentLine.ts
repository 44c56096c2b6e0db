import { DAY_MS, type Instant } from '@novalex/core'
import { computed } from 'vue'
import { text, counted } from '@/locale/catalogue.ts'
import { formatInstant } from '@novalex/words'
import { useMoment } from '@/stores/moment.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'

const DAYS_BEFORE = 14
const DAYS_AFTER = 49
/** A click no further from a price change than this share of the line, in percent, means it. */
const NEAR = 2

/** The line of time in the moment bar, around the present and the chosen moment. Places are in percent of its width. */
export function useMomentLine() {
  const moment = useMoment()
  const store = useStoreInfo()

  const range = computed(() => {
    const from = Math.min(moment.now, moment.instant) - DAYS_BEFORE * DAY_MS
    return { from, to: Math.max(moment.now, moment.instant) + DAYS_AFTER * DAY_MS }
  })
  const placeOf = (instant: Instant) => ((instant - range.value.from) / (range.value.to - range.value.from)) * 100
  const ticks = computed(() =>
    moment.moments
      .filter(({ at }) => at > range.value.from && at < range.value.to)
      .map(({ at, products }) => ({
        at,
        place: placeOf(at),
        title: text.moment.tick(counted.priceChange(products), formatInstant(at, { zone: store.zone, year: false })),
      })),
  )

  /** Steps to the next or previous price change, or back to the present. Tells whether the key means anything here. */
  function press(key: string): boolean {
    const to = { ArrowRight: moment.next, ArrowUp: moment.next, ArrowLeft: moment.previous, ArrowDown: moment.previous }
    if (key === 'Home') moment.moveTo(null)
    else if (!(key in to)) return false
    const target = to[key as keyof typeof to]
    if (target) moment.moveTo(target.at)
    return true
  }

  /** Moves to the price change nearest to a place; nowhere if none is near. */
  function moveNear(place: number): void {
    const [near] = ticks.value.toSorted((a, b) => Math.abs(a.place - place) - Math.abs(b.place - place))
    if (near && Math.abs(near.place - place) < NEAR) moment.moveTo(near.at)
  }

  return { range, ticks, placeOf, press, moveNear }
}
