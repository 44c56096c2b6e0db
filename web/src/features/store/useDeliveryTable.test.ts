import type { DeliveryOption } from '@novalex/contract'
import { createProblem } from '@novalex/core'
import { afterEach, expect, test, vi } from 'vitest'
import { ApiError } from '@/api/http.ts'
import { useNotice } from '@/stores/notice.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'
import { stubServer } from '@/testing/stubServer.ts'
import { withSetup } from '@/testing/withSetup.ts'
import { waitUntil } from '@/testing/waitUntil.ts'
import { useDeliveryTable } from './useDeliveryTable.ts'

afterEach(() => {
  vi.unstubAllGlobals()
})

const PARCEL: DeliveryOption = { id: 'parcel', name: 'Parcel', prices: [{ country: 'AT', price: 490 }] }

const UNREADABLE = { text: 'a lot', problem: createProblem('not-an-amount', '0.AT', { given: 'a lot' }) }

async function start() {
  const present = { version: 1, latestChange: 1, delivery: [PARCEL] as readonly DeliveryOption[] }
  const refusals: ApiError[] = []
  const asked = stubServer({
    getStore: () => ({
      locale: 'en-GB',
      channels: [],
      ...present,
      store: { timeZone: 'Europe/Vienna', currency: 'EUR' },
      now: '2027-03-08T09:00:00Z',
      planRevision: 1,
      catalogueRevision: 1,
      release: null,
    }),
    saveDelivery: ({ body }) => {
      const refusal = refusals.pop()
      if (refusal) throw refusal
      const { options, version } = body as { options: DeliveryOption[]; version: number }
      if (version !== present.version) throw new ApiError('stale-version')
      Object.assign(present, { delivery: options, version: version + 1 })
      return null
    },
  })
  const { result } = withSetup(() => ({ store: useStoreInfo(), notice: useNotice() }))
  await waitUntil(() => {
    expect(result.store.info).not.toBeNull()
  })
  const table = useDeliveryTable()
  const saved = () => asked.of('saveDelivery').map(({ body }) => (body as { options: DeliveryOption[] }).options)
  /** A concurrent change by someone else. */
  const changeElsewhere = async (delivery: readonly DeliveryOption[]) => {
    Object.assign(present, { delivery, version: present.version + 1 })
    await result.store.refresh()
  }
  return { table, refusals, saved, changeElsewhere, ...result }
}

test('a new option is saved under an id made from its name; those that rules may name keep theirs', async () => {
  const { table, saved, notice } = await start()
  table.change(0, { name: 'Post parcel' })
  table.addWay()
  table.change(1, { name: ' Parcel ' })
  table.setPrice(1, 'AT', 990)
  expect([table.isChanged.value, table.lack.value]).toEqual([true, ''])
  await table.keep()
  expect(saved()).toEqual([
    [
      { id: 'parcel', name: 'Post parcel', prices: [{ country: 'AT', price: 490 }] },
      { id: 'parcel-2', name: 'Parcel', prices: [{ country: 'AT', price: 990 }] },
    ],
  ])
  expect(notice.notice?.kind).toBe('plain')
  expect(table.isChanged.value).toBe(false)
})

test.each<[label: string, edit: (table: ReturnType<typeof useDeliveryTable>) => void]>([
  [
    'an option without a name',
    (table) => {
      table.addWay()
    },
  ],
  [
    'an option that goes nowhere',
    (table) => {
      table.setPrice(0, 'AT', null)
    },
  ],
  [
    'a price that can’t be read',
    (table) => {
      table.fields.typed.set('0.AT', UNREADABLE)
    },
  ],
])('not saved: %s', async (_label, edit) => {
  const { table, saved } = await start()
  edit(table)
  await table.keep()
  expect(saved()).toEqual([])
})

test.each<[typed: string, isCountry: boolean]>([
  ['de', true],
  [' FR ', true],
  ['AT', false],
  ['A', false],
  ['A1', false],
])('a country to add: %s', async (typed, isCountry) => {
  const { table } = await start()
  table.added.value = typed
  table.addCountry()
  expect(table.countries.value).toEqual(isCountry ? ['AT', typed.trim().toUpperCase()] : ['AT'])
})

test('a country that is removed takes its prices with it', async () => {
  const { table } = await start()
  table.added.value = 'DE'
  table.addCountry()
  table.setPrice(0, 'DE', 900)
  table.removeCountry('AT')
  expect(table.countries.value).toEqual(['DE'])
  expect(table.lack.value).toBe('')
  table.removeWay(0)
  expect(table.ways.value).toEqual([])
})

test('a change elsewhere is shown if nothing is edited here', async () => {
  const { table, changeElsewhere } = await start()
  await changeElsewhere([{ ...PARCEL, name: 'Box' }])
  expect(table.ways.value[0]?.name).toBe('Box')
})

test('what can’t be read stays while other settings change', async () => {
  const { table, changeElsewhere } = await start()
  table.fields.typed.set('0.AT', UNREADABLE)
  await changeElsewhere([PARCEL])
  expect(table.fields.typed.size).toBe(1)
})

test('a change elsewhere of other settings lets the edit be saved; one of the same prices refuses it', async () => {
  const { table, saved, changeElsewhere, store } = await start()
  table.setPrice(0, 'AT', 590)
  await changeElsewhere([PARCEL])
  await table.keep()
  expect(saved()).toHaveLength(1)
  expect(store.delivery[0]?.prices).toEqual([{ country: 'AT', price: 590 }])
  table.setPrice(0, 'AT', 690)
  await changeElsewhere([{ ...PARCEL, prices: [{ country: 'AT', price: 100 }] }])
  await table.keep()
  expect(table.refusal.value).not.toBe('')
  table.reset()
  expect([table.ways.value[0]?.prices, table.refusal.value]).toEqual([{ AT: 100 }, ''])
})
