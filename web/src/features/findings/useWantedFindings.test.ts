import type { FindingAnswer } from '@novalex/contract'
import { createStore } from '@novalex/core/testing'
import { afterEach, expect, test, vi } from 'vitest'
import { ref } from 'vue'
import { useFindings } from '@/stores/findings.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'
import { stubServer } from '@/testing/stubServer.ts'
import { waitUntil } from '@/testing/waitUntil.ts'
import { withSetup } from '@/testing/withSetup.ts'
import { linksOf } from './linksOf.ts'
import { useWantedFindings } from './useWantedFindings.ts'

afterEach(() => {
  vi.unstubAllGlobals()
})

const subject = (kind: FindingAnswer['subjects'][number]['kind'], id: string) => ({ kind, id })
const finding = (id: string, about: readonly string[], isAside = false) => ({
  id,
  kind: 'deepest-stack',
  severity: 'warning',
  subjects: about.map((promotion) => subject('promotion', promotion)),
  facts: {},
  proof: { revision: 1, carts: [], moments: [], stretch: null },
  setAside: isAside ? { by: 'Mara', at: '2027-03-01T00:00:00Z', why: 'wanted' } : null,
})

async function start(answer: object) {
  stubServer({
    getStore: () => ({
      store: createStore(),
      locale: 'en-GB',
      delivery: [],
      channels: [],
      now: '2027-03-08T09:00:00Z',
      release: null,
    }),
    listFindings: () => ({ findings: [], names: {}, revision: 1, ...answer }),
  })
  const about = ref<string | null>(null)
  const { result } = withSetup(() => {
    const findings = useFindings()
    findings.ask()
    return { about, findings, store: useStoreInfo(), ...useWantedFindings(about) }
  })
  expect(result.state.value).toBe('')
  await waitUntil(() => {
    expect(result.findings.answer).not.toBeUndefined()
    expect(result.store.info).not.toBeNull()
  })
  return result
}

test('open ones and those set aside, of all or about one promotion', async () => {
  const findings = [finding('a', ['p1']), finding('b', ['p1', 'p2']), finding('c', ['p2'], true)]
  const { open, asides, about } = await start({ findings, state: 'current', checkedAt: '2027-03-08T08:00:00Z' })
  const ids = () => [open, asides].map((list) => list.value.map(({ id }) => id))
  expect(ids()).toEqual([['a', 'b'], ['c']])
  about.value = 'p2'
  expect(ids()).toEqual([['b'], ['c']])
  about.value = 'p3'
  expect(ids()).toEqual([[], []])
})

test.each([
  ['never checked', { state: 'checking', checkedAt: null }, /^Checking the plan…/],
  ['being checked', { state: 'checking', checkedAt: '2027-03-08T08:00:00Z' }, /check/i],
  ['current', { state: 'current', checkedAt: '2027-03-08T08:00:00Z' }, /8 Mar, 09:00/],
])('how current they are: %s', async (_label, answer, said) => {
  const { state } = await start(answer)
  expect(state.value).toMatch(said)
})

test.each<[label: string, subjects: FindingAnswer['subjects'], links: string[]]>([
  ['one promotion', [subject('promotion', 'p1')], ['/promotions/p1']],
  ['two', [subject('promotion', 'p1'), subject('promotion', 'p2')], ['/promotions/p1', '/promotions/p2']],
  ['one and a product', [subject('promotion', 'p1'), subject('product', 'A/4')], ['/promotions/p1', '/products/A%2F4']],
  ['an occasion', [subject('occasion', 'o1')], ['/occasions']],
  ['a test cart', [subject('testCart', 't1')], ['/test-carts']],
])('links of a finding about %s', (_label, subjects, links) => {
  expect(linksOf({ subjects }, {}).map(({ to }) => to)).toEqual(links)
})

test('of several promotions each is named', () => {
  const subjects = [subject('promotion', 'p1'), subject('promotion', 'p2')]
  const titles = linksOf({ subjects }, { 'promotion:p1': 'Spring paper' }).map(({ title }) => title)
  expect(titles[0]).toContain('Spring paper')
  expect(titles[1]).toContain('p2')
})
