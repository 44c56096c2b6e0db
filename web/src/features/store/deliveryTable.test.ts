import { expect, test } from 'vitest'
import { listCountries, toOptions, toWays } from './deliveryTable.ts'

const OPTIONS = [
  {
    id: 'parcel',
    name: 'Parcel',
    prices: [
      { country: 'AT', price: 490 },
      { country: 'DE', price: 0 },
    ],
  },
  { id: 'collect', name: 'Collection', prices: [{ country: 'AT', price: 0 }] },
]

test('what is read into the table comes out as it was; free is not nowhere', () => {
  expect(listCountries(OPTIONS)).toEqual(['AT', 'DE'])
  expect(toOptions(toWays(OPTIONS), ['AT', 'DE'])).toEqual(OPTIONS)
  expect(toOptions(toWays(OPTIONS), ['DE'])[1]).toEqual({ id: 'collect', name: 'Collection', prices: [] })
})
