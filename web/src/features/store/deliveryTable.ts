import type { DeliveryOption } from '@novalex/contract'

/** A way of delivery as a row of the table; null: it does not go there. */
export interface Way {
  readonly id: string
  readonly name: string
  readonly prices: Readonly<Record<string, number | null>>
}

export const listCountries = (options: readonly DeliveryOption[]) => [
  ...new Set(options.flatMap(({ prices }) => prices.map(({ country }) => country))),
]

export const toWays = (options: readonly DeliveryOption[]): Way[] =>
  options.map(({ id, name, prices }) => ({
    id,
    name,
    prices: Object.fromEntries(prices.map(({ country, price }) => [country, price])),
  }))

export const toOptions = (ways: readonly Way[], countries: readonly string[]): DeliveryOption[] =>
  ways.map(({ id, name, prices }) => ({
    id,
    name: name.trim(),
    prices: countries.flatMap((country) => {
      const price = prices[country] ?? null
      return price === null ? [] : [{ country, price }]
    }),
  }))
