import { afterEach, expect, test } from 'vitest'
import { watchEffect } from 'vue'
import { formatEnd, plural } from './en/grammar.ts'
import {
  createFormatCache,
  currencySign,
  formatDate,
  formatFigure,
  formatInstant,
  formatMoney,
  formatPercent,
  formatTypedAmount,
  formatTypedRate,
  setPresentYear,
  setStoreFormats,
} from './format.ts'

setPresentYear('2027')
afterEach(() => setStoreFormats({ currency: 'EUR', locale: 'en-GB' }))
const plain = (text: string) => text.replaceAll('\u00a0', ' ')

test('German numbers, money and dates, with English words', () => {
  setStoreFormats({ currency: 'EUR', locale: 'de-DE' })
  expect([formatMoney(120_400), formatMoney(-276), formatPercent(1550)].map(plain)).toEqual([
    '1.204,00 €',
    '−2,76 €',
    '15,5 %',
  ])
  expect([formatTypedAmount(120_400), formatTypedAmount(-5), formatTypedRate(1550), formatTypedRate(-50)]).toEqual([
    '1204,00',
    '−0,05',
    '15,5',
    '−0,5',
  ])
  expect([formatFigure(120_400), currencySign(), plural(1204, 'product')]).toEqual(['1.204,00', '€', '1.204 products'])
  expect([formatDate('2027-03-10'), formatDate('2028-03-01'), formatDate('2027-03-10', { year: true })]).toEqual([
    'Wed 10.03.27',
    'Wed 01.03.2028',
    'Wed 10.03.2027',
  ])
  expect(formatEnd('2027-04-05T00:00')).toBe('end of Sun 04.04.27')
  expect(formatInstant(Date.parse('2027-03-10T08:41:09Z'), { zone: 'Europe/Vienna', seconds: true })).toBe(
    'Wed 10.03.2027, 09:41:09',
  )
})

test('what was written before is written anew when the store changes its formats', () => {
  const recall = createFormatCache<object>()
  const [key, shown] = [{}, [] as string[]]
  const stop = watchEffect(() => shown.push(recall(key, () => formatMoney(100))), { flush: 'sync' })
  setStoreFormats({ currency: 'EUR', locale: 'en-GB' })
  expect(shown).toEqual(['€1.00'])
  setStoreFormats({ currency: 'CHF', locale: 'de-DE' })
  stop()
  expect(shown.map(plain)).toEqual(['€1.00', '1,00 CHF'])
  let writes = 0
  for (let times = 0; times < 3; times++) recall(key, () => String(++writes))
  expect(writes).toBe(0)
})
