import type { Instant } from '@novalex/core'

/** Something that lasts, in the lane it belongs to. */
export interface Span {
  readonly id: string
  readonly lane: string
  readonly start: Instant
  /** `Infinity` without an end. */
  readonly end: Instant
  /** Until when its row must stay free beside it, as for a name that does not fit into it. */
  readonly room?: Instant
}

interface Lane {
  readonly name: string
  readonly top: number
  readonly height: number
}

interface Layout {
  readonly lanes: readonly Lane[]
  /** The upper edge of each span's row, by id. */
  readonly tops: ReadonlyMap<string, number>
  readonly height: number
}

export const ROW_HEIGHT = 28
export const HEAD_HEIGHT = 7
const LANE_GAP = 4

/** Lanes one below the other, each with as few rows as keep its spans from covering one another. Pixels. */
export function layoutLanes(spans: readonly Span[], laneNames: readonly string[]): Layout {
  const lanes: Lane[] = []
  const tops = new Map<string, number>()
  let top = 0
  for (const name of laneNames) {
    const own = spans.filter(({ lane }) => lane === name).sort((a, b) => a.start - b.start || a.end - b.end)
    if (own.length === 0) continue
    const ends: Instant[] = []
    for (const { id, start, end, room = end } of own) {
      const free = ends.findIndex((last) => last <= start)
      const row = free < 0 ? ends.length : free
      ends[row] = Math.max(end, room)
      tops.set(id, top + HEAD_HEIGHT + row * ROW_HEIGHT)
    }
    const height = HEAD_HEIGHT + ends.length * ROW_HEIGHT + LANE_GAP
    lanes.push({ name, top, height })
    top += height
  }
  return { lanes, tops, height: top }
}
