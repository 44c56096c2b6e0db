<script setup lang="ts">
import { moveSchedule, type Instant, type PromotionStatus, type Schedule } from '@novalex/core'
import { computed, ref, shallowRef, useTemplateRef, watch } from 'vue'
import { useRouter } from 'vue-router'
import { ActionList, type MenuAction } from '@/components/menuAction.ts'
import { useGradually } from '@/composables/useGradually.ts'
import { findingText, proofText } from '@/locale/catalogue.ts'
import { useFindings } from '@/stores/findings.ts'
import { useInShop } from '@/stores/inShop.ts'
import { useMoment } from '@/stores/moment.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'
import { describeSpan } from '@/locale/describeSpan.ts'
import { useBarDrag } from './useBarDrag.ts'
import { useBarNames } from './useBarNames.ts'
import { computeWeeklyMask } from './weeklyMask.ts'
import { layoutLanes, ROW_HEIGHT, type Span } from './layoutLanes.ts'
import CalendarBar from './CalendarBar.vue'
import CalendarMarks from './CalendarMarks.vue'
import CalendarScale from './CalendarScale.vue'
import { stepOf, ticksOf, type CalendarView } from './calendarView.ts'

export interface BoardBar extends Span {
  readonly name: string
  readonly status: PromotionStatus
  readonly schedule: Schedule
}

/** Lanes with one bar for each promotion. Only what is in view is drawn. */
const { bars, bands, marks, view, range, actionsFor } = defineProps<{
  bars: readonly BoardBar[]
  /** Moments of a promotion, by its id. */
  marks: readonly {
    readonly promotion: string
    readonly at: Instant
    readonly symbol: string
    readonly title: string
  }[]
  bands: readonly { readonly id: string; readonly name: string; readonly start: Instant; readonly end: Instant }[]
  view: CalendarView
  range: { readonly from: Instant; readonly to: Instant }
  /** What can be done at once to a promotion, by its id. */
  actionsFor: (id: string) => readonly MenuAction[]
}>()
const emit = defineEmits<{ move: [id: string, schedule: Schedule] }>()

const MARGIN = 90
const BARS_A_FRAME = 24
const router = useRouter()
const moment = useMoment()
const findings = useFindings()
const store = useStoreInfo()
const inShop = useInShop()
const words = proofText.calendar
const canvas = useTemplateRef<HTMLElement>('canvas')
const scroller = useTemplateRef<HTMLElement>('scroller')
const scrolled = ref({ top: 0, height: 600 })

const { drag, begin, follow, end, cancel } = useBarDrag<BoardBar>({
  msOfPx: () => (range.to - range.from) / canvas.value!.clientWidth,
  stepMinutes: () => stepOf(view.zoom),
  onMove: (bar, schedule) => {
    emit('move', bar.id, schedule)
  },
  onClick: (bar) => void router.push(`/promotions/${bar.id}`),
})
const ticks = computed(() => ticksOf(view, store.zone))
const lanes = computed(() => [...new Set(bars.map(({ lane }) => lane))].sort((a, b) => a.localeCompare(b)))
const { width, isShort, roomOf } = useBarNames<BoardBar>(() => range)
const inRange = computed(() =>
  bars
    .filter(({ start, end }) => start < range.to && end > range.from)
    .map((bar) => (isShort(bar) ? { ...bar, room: roomOf(bar) } : bar)),
)
const layout = computed(() => layoutLanes(inRange.value, lanes.value))
const shown = computed(() => {
  const [from, to] = [scrolled.value.top - MARGIN, scrolled.value.top + scrolled.value.height + MARGIN]
  return inRange.value.filter(({ id }) => {
    const top = layout.value.tops.get(id)!
    return top > from && top < to
  })
})

const drawn = useGradually(shown, BARS_A_FRAME, () => range)

const place = (at: Instant) => ((at - range.from) / (range.to - range.from)) * 100
const shownBands = computed(() =>
  bands.flatMap(({ id, name, start, end }) => {
    const [left, right] = [Math.max(place(start), 0), Math.min(place(end), 100)]
    return left < right ? [{ id, title: name, left, width: right - left }] : []
  }),
)
function boxOf(bar: BoardBar) {
  const left = Math.max(place(bar.start), 0)
  const right = Math.min(place(bar.end), 100)
  const shift = drag.value?.bar.id === bar.id ? drag.value : null
  const moved = shift ? ((shift.minutes * 60_000) / (range.to - range.from)) * 100 : 0
  const from = left + (shift && shift.grip !== 'end' ? moved : 0)
  const to = right + (shift && shift.grip !== 'start' ? moved : 0)
  return { left: `${from}%`, width: `${Math.max(to - from, 0.4)}%`, top: `${layout.value.tops.get(bar.id)!}px` }
}
/** Marked where something about it deserves a look. */
const marked = (bar: BoardBar) => (findings.ofPromotion(bar.id).length > 0 ? `▲ ${bar.name}` : bar.name)
const labelOf = (bar: BoardBar) => (drag.value?.bar.id === bar.id ? describeSpan(drag.value.schedule) : marked(bar))
function spokenOf({ id, name, status, schedule }: BoardBar): string {
  const found = findings.ofPromotion(id).length
  const own = marks.filter(({ promotion }) => promotion === id).map(({ title }) => title)
  const all = [name, inShop.describe(id, status), ...own, ...(found > 0 ? [findingText.number(found)] : [])]
  return words.bar(all.join(', '), describeSpan(schedule))
}

/** To the row: nothing else comes into view in between. */
function onScroll(): void {
  const { scrollTop, clientHeight } = scroller.value!
  const top = Math.floor(scrollTop / ROW_HEIGHT) * ROW_HEIGHT
  if (top !== scrolled.value.top || clientHeight !== scrolled.value.height)
    scrolled.value = { top, height: clientHeight }
}
watch(scroller, (element) => {
  if (!element) return
  width.value = canvas.value?.clientWidth || width.value
  onScroll()
})

function maskOf(bar: BoardBar): string | null {
  const seen = { from: Math.max(bar.start, range.from), to: Math.min(bar.end, range.to) }
  return computeWeeklyMask(bar.schedule, store.zone, seen)
}

/** What can be done at once to the promotion of a bar; by its key or the other button of the mouse. */
const menu = shallowRef<{ readonly target: Element; readonly actions: readonly MenuAction[] } | null>(null)
const isMenuOpen = ref(false)
function openMenu({ currentTarget }: MouseEvent, bar: BoardBar): void {
  const open = { title: words.open, run: () => router.push(`/promotions/${bar.id}`) }
  menu.value = { target: currentTarget as Element, actions: [open, ...actionsFor(bar.id)] }
  isMenuOpen.value = true
}

function onKey(event: KeyboardEvent, bar: BoardBar): void {
  const direction = event.key === 'ArrowRight' ? 1 : event.key === 'ArrowLeft' ? -1 : 0
  if (direction === 0) return
  event.preventDefault()
  const schedule = moveSchedule(bar.schedule, event.shiftKey ? 'end' : 'both', direction * stepOf(view.zoom))
  if (schedule) emit('move', bar.id, schedule)
}
</script>

<template>
  <div class="calendar">
    <CalendarScale
      :ticks="ticks.map(({ at, title }) => ({ id: String(at), title, left: place(at) }))"
      :bands="shownBands"
    />
    <div ref="scroller" class="scroller" @scroll.passive="onScroll">
      <div ref="canvas" class="canvas" :style="{ height: `${layout.height}px` }">
        <i
          v-for="(tick, index) in ticks"
          :key="tick.at"
          class="tick"
          :class="{ weekend: tick.isWeekend }"
          :style="{ left: `${place(tick.at)}%`, width: `${place(ticks[index + 1]?.at ?? range.to) - place(tick.at)}%` }"
        />
        <i
          v-for="band in shownBands"
          :key="band.id"
          class="band"
          :style="{ left: `${band.left}%`, width: `${band.width}%` }"
        />
        <template v-for="lane in layout.lanes" :key="lane.name">
          <div class="lane" :style="{ top: `${lane.top}px`, height: `${lane.height}px` }">
            <h2>{{ lane.name }}</h2>
          </div>
          <i class="edge" :style="{ top: `${lane.top}px` }" />
        </template>
        <i
          v-if="moment.instant >= range.from && moment.instant < range.to"
          class="moment"
          :style="{ left: `${place(moment.instant)}%` }"
        />
        <CalendarBar
          v-for="bar in drawn"
          :key="bar.id"
          v-memo="[
            bar,
            layout,
            range,
            inShop.missing,
            inShop.changed,
            findings.open,
            marks,
            drag?.bar.id === bar.id ? drag : null,
          ]"
          :status="bar.status"
          :is-open="bar.end === Infinity"
          :goes-on="bar.end > range.to"
          :is-moved="drag?.bar.id === bar.id"
          :name="!isShort(bar) || drag?.bar.id === bar.id ? labelOf(bar) : ''"
          :mask="maskOf(bar)"
          :style="{ ...boxOf(bar), height: `${ROW_HEIGHT - 6}px` }"
          :aria-label="spokenOf(bar)"
          @pointerdown="(event: PointerEvent) => begin(event, bar)"
          @pointermove="follow"
          @pointerup="end"
          @pointercancel="cancel"
          @keydown="(event: KeyboardEvent) => onKey(event, bar)"
          @contextmenu.prevent="(event: MouseEvent) => openMenu(event, bar)"
          @keydown.enter.prevent="router.push(`/promotions/${bar.id}`)"
        />
        <span
          v-for="bar in drawn.filter(isShort)"
          :key="`name ${bar.id}`"
          class="beside"
          aria-hidden="true"
          :style="{ left: `${place(Math.min(bar.end, range.to))}%`, top: `${layout.tops.get(bar.id)}px` }"
          >{{ marked(bar) }}</span
        >
        <CalendarMarks :marks="marks" :place="place" :tops="layout.tops" />
      </div>
    </div>
    <v-menu v-if="menu" v-model="isMenuOpen" :target="menu.target" close-on-content-click>
      <ActionList :actions="menu.actions" />
    </v-menu>
  </div>
</template>

<style scoped>
.calendar {
  background: var(--sheet);
  border: 1px solid var(--line);
  overflow: hidden;
}

.scroller {
  max-height: 56vh;
  overflow: hidden auto;
  padding: 0 10px 0 120px;
}

.canvas {
  position: relative;
}

.edge {
  border-top: 1px solid var(--line);
  left: -120px;
  position: absolute;
  right: -10px;
}

.tick {
  border-left: 1px solid color-mix(in srgb, var(--line) 70%, transparent);
  bottom: 0;
  position: absolute;
  top: 0;
}

.band {
  background: color-mix(in srgb, var(--moment) 14%, transparent);
  bottom: 0;
  position: absolute;
  top: 0;
}

.weekend {
  background: color-mix(in srgb, var(--line) 34%, transparent);
}

.lane {
  left: -110px;
  pointer-events: none;
  position: absolute;
  width: 102px;
}

/* As long as anything of its lane is in sight, so is its name. */
.lane h2 {
  font-size: 12.5px;
  line-height: 1.25;
  overflow-wrap: anywhere;
  padding: 9px 0 4px;
  position: sticky;
  top: 0;
}

.beside {
  font-size: 12.5px;
  line-height: 22px;
  padding-left: 5px;
  pointer-events: none;
  position: absolute;
  white-space: nowrap;
}

.moment {
  border-left: 2px solid var(--moment);
  bottom: 0;
  pointer-events: none;
  position: absolute;
  top: 0;
}
</style>
