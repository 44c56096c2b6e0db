import { plural } from '@novalex/words'

/** A number with what it counts. */
export const counted = {
  SKU: (count: number) => plural(count, 'SKU'),
  code: (count: number) => plural(count, 'code'),
  day: (count: number) => plural(count, 'day'),
  error: (count: number) => plural(count, 'error'),
  finding: (count: number) => plural(count, 'finding'),
  moreTime: (count: number) => plural(count, 'more time'),
  occasion: (count: number) => plural(count, 'occasion'),
  order: (count: number) => plural(count, 'order'),
  priceChange: (count: number) => plural(count, 'price change'),
  product: (count: number) => plural(count, 'product'),
  promotion: (count: number) => plural(count, 'promotion'),
  session: (count: number) => plural(count, 'session'),
  set: (count: number) => plural(count, 'set'),
  shopper: (count: number) => plural(count, 'shopper'),
  testCart: (count: number) => plural(count, 'test cart'),
  unit: (count: number) => plural(count, 'unit'),
  validRow: (count: number) => plural(count, 'valid row'),
}
