import type { PromotionDraft } from '@novalex/contract'
import { afterEach, expect, test, vi } from 'vitest'
import { createMemoryHistory, createRouter } from 'vue-router'
import { useNotice } from '@/stores/notice.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'
import { createRecord, stubPlan } from '@/testing/stubPlan.ts'
import { withSetup } from '@/testing/withSetup.ts'
import { waitUntil } from '@/testing/waitUntil.ts'
import { usePromotionActions } from './usePromotionActions.ts'

afterEach(() => {
  vi.unstubAllGlobals()
})

/** A plan at 8 March, with one promotion that runs all March unless changed. */
async function start(changes: Partial<PromotionDraft> = {}) {
  const plan = stubPlan(createRecord('p1', changes))
  const empty = { render: () => null }
  const router = createRouter({
    history: createMemoryHistory(),
    routes: [
      { path: '/', component: empty },
      { path: '/promotions/:id', component: empty },
    ],
  })
  const setUp = () => ({ actions: usePromotionActions(), notice: useNotice(), store: useStoreInfo() })
  const { result } = withSetup(setUp, [router])
  await waitUntil(() => {
    expect(result.store.info).not.toBeNull()
    expect(plan.asked.of('listPromotions')).not.toEqual([])
  })
  const titles = () => result.actions.actionsFor(plan.get('p1')).map(({ title }) => title)
  const run = (title: string) => {
    result.actions
      .actionsFor(plan.get('p1'))
      .find((action) => action.title === title)!
      .run()
  }
  const say = (text: string) =>
    waitUntil(() => {
      expect(result.notice.notice?.text).toContain(text)
    })
  return { plan, router, titles, run, say, ...result }
}

test.each<[label: string, changes: Partial<PromotionDraft>, offered: string[], missing: string[]]>([
  ['a draft', { state: 'draft' }, ['Mark ready', 'Archive'], ['Pause', 'Resume', 'End']],
  ['running', {}, ['Pause', 'End'], ['Mark ready', 'Resume', 'Archive']],
  ['paused', { state: 'paused' }, ['Resume', 'End'], ['Pause', 'Mark ready']],
  ['stopped', { state: 'stopped' }, ['Archive', 'Duplicate', 'Delete'], ['Pause', 'End']],
  ['over', { schedule: { end: '2027-03-01T00:00' } }, ['Archive'], []],
  ['archived', { archived: true, state: 'stopped' }, ['Duplicate'], ['Archive']],
])('what is offered: %s', async (_label, changes, offered, missing) => {
  const { titles } = await start(changes)
  expect(titles()).toEqual(expect.arrayContaining(offered))
  for (const title of missing) expect(titles()).not.toContain(title)
})

test('an end can be extended where it is the promotion’s own', async () => {
  const extensions = async (changes: Partial<PromotionDraft>) => {
    const { actions, plan } = await start(changes)
    return actions.extensionsFor(plan.get('p1')).length
  }
  expect(await extensions({})).toBe(3)
  expect(await extensions({ schedule: {} })).toBe(0)
  expect(await extensions({ state: 'stopped' })).toBe(0)
  expect(await extensions({ occasion: 'fair' })).toBe(0)
})

test('paused, then undone from the notice', async () => {
  const { plan, run, say, notice } = await start()
  run('Pause')
  await say('Sale p1: pause.')
  expect(plan.get('p1').promotion.state).toBe('paused')
  notice.act()
  await waitUntil(() => {
    expect(plan.get('p1').promotion.state).toBe('ready')
  })
})

test('deleted, then restored from the version that was deleted', async () => {
  const { plan, run, say, notice } = await start()
  run('Delete')
  await say('deleted')
  notice.act()
  await waitUntil(() => {
    expect(plan.asked.of('restorePromotion').map(({ query }) => query)).toEqual([{ version: '2' }])
  })
})

test('a copy is a draft with a name of its own, and without the shared code', async () => {
  const { plan, router, run, say } = await start({ name: 'Paper, copy', code: { text: 'SPRING' } })
  run('Duplicate')
  await say('no code')
  expect(router.currentRoute.value.path).toBe('/promotions/p2')
  const { promotion } = plan.get('p2')
  expect([promotion.name, promotion.state, promotion.code]).toEqual(['Paper, copy 2', 'draft', null])
})

test('what the server refuses is said', async () => {
  const { plan, actions, notice } = await start()
  const seen = actions.actionsFor(plan.get('p1')).find(({ title }) => title === 'Pause')!
  plan.records.set('p1', { ...plan.get('p1'), version: 4 })
  seen.run()
  await waitUntil(() => {
    expect(notice.notice?.kind).toBe('wrong')
  })
})
