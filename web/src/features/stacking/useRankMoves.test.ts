import type { PromotionRecord } from '@novalex/contract'
import { afterEach, beforeEach, expect, test, vi } from 'vitest'
import { shallowRef } from 'vue'
import { useNotice } from '@/stores/notice.ts'
import { createRecord, stubPlan } from '@/testing/stubPlan.ts'
import { withSetup } from '@/testing/withSetup.ts'
import { waitUntil } from '@/testing/waitUntil.ts'
import { useRankMoves } from './useRankMoves.ts'

let plan: ReturnType<typeof stubPlan>
beforeEach(() => {
  plan = stubPlan(createRecord('p1'), createRecord('p2'), createRecord('p3'))
})
afterEach(() => {
  vi.unstubAllGlobals()
})

function start() {
  const records = shallowRef<readonly PromotionRecord[]>([...plan.records.values()])
  const { moves, notice } = withSetup(() => ({ moves: useRankMoves(records), notice: useNotice() })).result
  const order = () =>
    [...plan.records.values()].sort((a, b) => a.promotion.rank - b.promotion.rank).map(({ promotion }) => promotion.id)
  const moved = (times: number) =>
    waitUntil(() => {
      expect(plan.asked.of('rankPromotion')).toHaveLength(times)
    })
  const press = (id: string, key: string, altKey = true) => {
    moves.rowOf(id).onKeydown({ key, altKey, preventDefault: () => undefined } as KeyboardEvent)
  }
  return { moves, notice, records, order, moved, press }
}
const drag = { preventDefault: () => undefined } as DragEvent

test('dropped on another row, a promotion comes before it; undo puts it back', async () => {
  const { moves, notice, order, moved } = start()
  moves.rowOf('p3').onDragstart()
  moves.rowOf('p1').onDragover(drag)
  expect(moves.over.value).toBe('p1')
  moves.rowOf('p1').onDrop(drag)
  expect(moves.over.value).toBeNull()
  await moved(1)
  await waitUntil(() => {
    expect(notice.notice?.action).toBeDefined()
  })
  expect(order()).toEqual(['p3', 'p1', 'p2'])
  notice.act()
  await moved(2)
  expect(order()).toEqual(['p1', 'p2', 'p3'])
})

test.each<[label: string, id: string, key: string, order: string[]]>([
  ['up', 'p2', 'ArrowUp', ['p2', 'p1', 'p3']],
  ['down', 'p1', 'ArrowDown', ['p2', 'p1', 'p3']],
  ['down to the end', 'p2', 'ArrowDown', ['p1', 'p3', 'p2']],
])('with Alt and an arrow: %s', async (_label, id, key, wanted) => {
  const { order, moved, press } = start()
  press(id, key)
  await moved(1)
  expect(order()).toEqual(wanted)
})

test.each<[label: string, id: string, key: string, altKey: boolean]>([
  ['up from the top', 'p1', 'ArrowUp', true],
  ['down from the end', 'p3', 'ArrowDown', true],
  ['an arrow without Alt', 'p2', 'ArrowUp', false],
  ['another key', 'p2', 'Enter', true],
])('nothing is moved: %s', async (_label, id, key, altKey) => {
  const { press } = start()
  press(id, key, altKey)
  await new Promise((resolve) => setTimeout(resolve, 10))
  expect(plan.asked.of('rankPromotion')).toEqual([])
})

test('dropped on itself or before its neighbour, it stays', async () => {
  const { moves } = start()
  for (const target of ['p1', 'p2']) {
    moves.rowOf('p1').onDragstart()
    moves.rowOf(target).onDrop(drag)
  }
  await new Promise((resolve) => setTimeout(resolve, 10))
  expect(plan.asked.of('rankPromotion')).toEqual([])
})

test('a move of an older version is refused and said', async () => {
  const { notice, press } = start()
  plan.records.set('p2', { ...plan.get('p2'), version: 5 })
  press('p2', 'ArrowUp')
  await waitUntil(() => {
    expect(notice.notice?.kind).toBe('wrong')
  })
})
