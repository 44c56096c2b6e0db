import type { PromotionRecord } from '@novalex/contract'
import { ref, toValue, watch, type MaybeRefOrGetter } from 'vue'
import { call } from '@/api/call.ts'
import { useAttempt } from '@/composables/useAttempt.ts'
import { text } from '@/locale/catalogue.ts'
import { useNotice } from '@/stores/notice.ts'

/** Ranks moved by dragging one promotion onto another, or by Alt with the arrow keys; each move can be undone. */
export function useRankMoves(records: MaybeRefOrGetter<readonly PromotionRecord[]>) {
  const notice = useNotice()
  const attempt = useAttempt()
  const dragged = ref<string | null>(null)
  const over = ref<string | null>(null)

  let moving = Promise.resolve()
  /** The one that keys move. */
  let focused: string | null = null

  /** One after the other: the next one is made from what this one leaves. */
  function move(id: string, step: (index: number, ids: readonly string[]) => string | null): Promise<void> {
    moving = moving.then(() => moveNow(id, step))
    return moving
  }

  async function moveNow(id: string, step: (index: number, ids: readonly string[]) => string | null): Promise<void> {
    const sorted = toValue(records).toSorted((a, b) => a.promotion.rank - b.promotion.rank)
    const ids = sorted.map(({ promotion }) => promotion.id)
    const index = ids.indexOf(id)
    const was = ids[index + 1] ?? null
    const before = step(index, ids)
    if (index < 0 || before === id || before === was) return
    await attempt(async () => {
      const { promotion, version } = await call('rankPromotion', {
        params: { id },
        body: { before, version: sorted[index]!.version },
      })
      const run = () => void attempt(() => call('rankPromotion', { params: { id }, body: { before: was, version } }))
      notice.say(text.ranks.moved(promotion.name, promotion.rank), { label: text.common.undo, run })
    })
  }

  function onKey(event: KeyboardEvent, id: string): void {
    if (!event.altKey || (event.key !== 'ArrowUp' && event.key !== 'ArrowDown')) return
    event.preventDefault()
    focused = id
    void move(id, (index, ids) => {
      if (event.key === 'ArrowUp') return ids[Math.max(index - 1, 0)]!
      return index === ids.length - 1 ? null : (ids[index + 2] ?? null)
    })
  }

  // Drawn at another place, a row has lost the focus; it gets it back unless something else has it by now.
  watch(
    () => toValue(records),
    () => {
      if (focused !== null && document.activeElement === document.body) focusRow(focused)
      else focused = null
    },
    { flush: 'post' },
  )
  function focusRow(id: string): void {
    const row = document.querySelector<HTMLElement>(`[data-rank-of="${CSS.escape(id)}"]`)
    const handle = row?.querySelector<HTMLElement>('button.rank') ?? row
    handle?.focus()
  }

  function drop(target: string): void {
    const id = dragged.value
    dragged.value = over.value = null
    if (id !== null) void move(id, () => target)
  }

  /** Event listeners of a row. */
  const rowOf = (id: string) => ({
    'data-rank-of': id,
    draggable: true,
    onDragstart: () => (dragged.value = id),
    onDragover: (event: DragEvent) => {
      if (dragged.value === null) return
      event.preventDefault()
      over.value = id
    },
    onDragend: () => (dragged.value = over.value = null),
    onDrop: (event: DragEvent) => {
      event.preventDefault()
      drop(id)
    },
    onKeydown: (event: KeyboardEvent) => {
      onKey(event, id)
    },
  })
  return { over, rowOf }
}
