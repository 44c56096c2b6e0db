import { moveSchedule, type Grip, type Schedule } from '@novalex/core'
import { shallowRef } from 'vue'

interface Draggable {
  readonly id: string
  readonly schedule: Schedule
}

interface Dragging<B> {
  readonly bar: B
  readonly grip: Grip
  /** Start position in pixels. */
  readonly x: number
  readonly minutes: number
  readonly schedule: Schedule
}

const GRIP_PX = 7
const CLICK_PX = 3

/** Bars that are moved by dragging them, and stretched by their ends; one that was not moved was clicked. */
export function useBarDrag<B extends Draggable>({
  msOfPx,
  stepMinutes,
  onMove,
  onClick,
}: {
  readonly msOfPx: () => number
  readonly stepMinutes: () => number
  readonly onMove: (bar: B, schedule: Schedule) => void
  readonly onClick: (bar: B) => void
}) {
  const drag = shallowRef<Dragging<B> | null>(null)

  function begin(event: PointerEvent, bar: B): void {
    const { currentTarget: target } = event
    if (event.button !== 0 || !(target instanceof Element)) return
    target.setPointerCapture(event.pointerId)
    drag.value = { bar, grip: gripAt(event.clientX, target, bar), x: event.clientX, minutes: 0, schedule: bar.schedule }
  }

  function follow(event: PointerEvent): void {
    if (!drag.value) return
    const { bar, grip, x } = drag.value
    const step = stepMinutes()
    const minutes = Math.round(((event.clientX - x) * msOfPx()) / 60_000 / step) * step
    const schedule = moveSchedule(bar.schedule, grip, minutes)
    if (schedule) drag.value = { ...drag.value, minutes, schedule }
  }

  function end(event: PointerEvent): void {
    const done = drag.value
    drag.value = null
    if (!done) return
    if (done.minutes !== 0) onMove(done.bar, done.schedule)
    else if (Math.abs(event.clientX - done.x) < CLICK_PX) onClick(done.bar)
  }

  function cancel(): void {
    drag.value = null
  }
  return { drag, begin, follow, end, cancel }
}

function gripAt(x: number, bar: Element, { schedule }: Draggable): Grip {
  const { left, right } = bar.getBoundingClientRect()
  if (x - left < GRIP_PX && schedule.start !== undefined) return 'start'
  return right - x < GRIP_PX && schedule.end !== undefined ? 'end' : 'both'
}
