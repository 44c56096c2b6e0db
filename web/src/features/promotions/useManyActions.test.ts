import type { PromotionDraft } from '@novalex/contract'
import { afterEach, expect, test, vi } from 'vitest'
import { useNotice } from '@/stores/notice.ts'
import { createRecord, stubPlan } from '@/testing/stubPlan.ts'
import { withSetup } from '@/testing/withSetup.ts'
import { waitUntil } from '@/testing/waitUntil.ts'
import { MANY_ACTIONS, shiftBy, useManyActions } from './useManyActions.ts'

afterEach(() => {
  vi.unstubAllGlobals()
})

const find = (title: string) => MANY_ACTIONS.find((action) => action.title === title)!
const start = () => withSetup(() => ({ many: useManyActions(), notice: useNotice() })).result

test.each<[title: string, state: PromotionDraft['state'], to: PromotionDraft['state'] | null]>([
  ['Mark ready', 'draft', 'ready'],
  ['Mark ready', 'ready', null],
  ['Pause', 'ready', 'paused'],
  ['Pause', 'draft', null],
  ['Resume', 'paused', 'ready'],
  ['End', 'paused', 'stopped'],
  ['End', 'stopped', null],
])('%s of one that is %s', (title, state, to) => {
  expect(find(title).change(createRecord('p1', { state }))).toEqual(to === null ? null : { state: to })
})

test.each<[label: string, days: number, grip: 'both' | 'end', draft: Partial<PromotionDraft>, schedule: object | null]>(
  [
    ['both ends', 7, 'both', {}, { start: '2027-03-08T00:00', end: '2027-04-08T00:00' }],
    ['back', -1, 'both', {}, { start: '2027-02-28T00:00', end: '2027-03-31T00:00' }],
    ['the end alone', 7, 'end', {}, { start: '2027-03-01T00:00', end: '2027-04-08T00:00' }],
    ['no day', 0, 'both', {}, null],
    ['no end to move', 7, 'end', { schedule: { start: '2027-03-01T00:00' } }, null],
    ['a start alone', 7, 'both', { schedule: { start: '2027-03-01T00:00' } }, { start: '2027-03-08T00:00' }],
    ['always', 7, 'both', { schedule: {} }, null],
    ['stopped', 7, 'both', { state: 'stopped' }, null],
  ],
)('shifted: %s', (_label, days, grip, draft, schedule) => {
  expect(shiftBy(days, grip)(createRecord('p1', draft))).toEqual(schedule === null ? null : { schedule })
})

test('all are changed, and one undo takes all back', async () => {
  const plan = stubPlan(createRecord('p1'), createRecord('p2'), createRecord('p3', { state: 'draft' }))
  const { many, notice } = start()
  await many.run([...plan.records.values()], find('Pause'))
  expect(notice.notice?.text).toBe('Pause: 2 promotions.')
  expect(['p1', 'p2', 'p3'].map((id) => plan.get(id).promotion.state)).toEqual(['paused', 'paused', 'draft'])
  notice.act()
  await waitUntil(() => {
    expect(notice.notice?.text).toBe('Undone: Pause, 2 promotions.')
  })
  expect(['p1', 'p2'].map((id) => [plan.get(id).promotion.state, plan.get(id).version])).toEqual([
    ['ready', 3],
    ['ready', 3],
  ])
})

test('what could not be changed is named, and the others are changed', async () => {
  const plan = stubPlan(createRecord('p1'), createRecord('p2'))
  const seen = [...plan.records.values()]
  plan.records.set('p1', { ...plan.get('p1'), version: 2 })
  const { many, notice } = start()
  await many.run(seen, find('Pause'))
  expect(notice.notice).toMatchObject({ kind: 'wrong', text: expect.stringContaining('Sale p1') as string })
  expect(notice.notice?.text).not.toContain('Sale p2')
  expect(plan.get('p2').promotion.state).toBe('paused')
})

test('nothing to change is said, and asks the server for nothing', async () => {
  const plan = stubPlan(createRecord('p1', { state: 'stopped' }))
  const { many, notice } = start()
  await many.run([plan.get('p1')], find('Pause'))
  expect(notice.notice?.text).toBe('Pause doesn’t apply to the selected promotions.')
  expect(plan.asked.of('updatePromotion')).toEqual([])
})

test('while one action runs, another is not begun', async () => {
  const plan = stubPlan(createRecord('p1'))
  const { many } = start()
  const running = many.run([plan.get('p1')], find('Pause'))
  expect(many.isRunning.value).toBe(true)
  await many.run([plan.get('p1')], find('End'))
  await running
  expect([plan.get('p1').promotion.state, many.isRunning.value]).toEqual(['paused', false])
})
