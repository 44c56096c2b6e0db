import type { EdgeFacts, EdgeShopper } from '@novalex/core'
import { formatMoney, plural } from '@novalex/words'

/** The words of the till. */
export const tillText = {
  title: 'Till',
  empty: 'Clear cart',
  add: 'Add a product',
  shopper: 'Shopper',
  fitting: 'Eligible shopper',
  asOf: (when: string) => `Priced as of ${when}, when the promotion runs.`,
  asOfNow: 'Price as of now',
  guest: 'Guest',
  known: 'Shopper by name or ID',
  knownHint: 'No shopper chosen: priced for a guest.',
  knownOne: 'Choose shopper…',
  signedIn: 'New customer (sample)',
  returning: 'Returning customer (sample)',
  code: 'Code',
  addCode: 'Apply code',
  removeCode: (code: string) => `Remove code ${code}`,
  delivery: 'Delivery',
  noDelivery: 'No delivery',
  country: 'Country',
  gift: 'free gift',
  onUnits: (name: string, units: number, of: number) => `${name}, on ${units} of ${of}`,
  surcharges: 'Surcharge',
  member: (group: string) => `Member of ${group} (sample)`,
  channel: 'Channel',
  quantity: (name: string) => `Quantity of ${name}`,
  remove: (name: string) => `Remove ${name}`,
  toPay: 'Total',
  saves: 'Saving',
  taxIncluded: 'incl. tax',
  taxOnTop: 'plus tax',
  before: 'before this edit',
  compare: 'Compare before and after',
  asOpened: 'as opened',
  asNow: 'with your edits',
  sameBoth: 'Your edits don’t affect this cart.',
  nothing: 'Cart is empty. Add a product to see its price.',
  resting: (names: string) => `Inactive (draft, paused or stopped): ${names}.`,
  others: (count: number) => `${plural(count, 'other promotion')} ${count === 1 ? 'doesn’t' : 'don’t'} apply.`,
  broken: 'This cart can’t be priced:',
  unproven: 'Too many offers to test every combination. This is the best price found.',
  waiting: 'Priced as last saved. Fix the highlighted field to see your edit.',
}

const tellSold = (units: number, left: number | null) => `${units} sold${left === null ? '' : `, ${left} left`}`

/** The words of the edge cases below it. */
export const edgesText = {
  title: 'Edge cases',
  hint: 'Times at which this promotion starts, ends or changes. Click to go there.',
  fitted: 'Priced for a shopper who qualifies, because the one in the till doesn’t.',
  cartsHint: 'Carts just below, at and above each threshold. Click to open one.',
  cartsHintThen: (when: string) =>
    `Carts just below, at and above each threshold, as of ${when}, when it runs. Click to open one at that time.`,
  factsHint: 'At different sales, redemption and budget levels.',
  facts: {
    rung: tellSold,
    refill: tellSold,
    units: tellSold,
    uses: (orders: number) => plural(orders, 'redemption'),
    usesPerShopper: (orders: number) => `${plural(orders, 'redemption')} by this shopper`,
    budget: (amount: number) => `${formatMoney(amount)} of discount given`,
  } satisfies Record<EdgeFacts['limit'], (found: number, left: number | null) => string>,
  shoppersHint: 'For shoppers with different order histories.',
  shoppers: {
    orders: (orders: number) => plural(orders, 'past order'),
    spent: (amount: number) => `${formatMoney(amount)} spent so far`,
  } satisfies Record<EdgeShopper['limit'], (figure: number) => string>,
  moment: 'Time',
  without: 'Without it',
  with: 'With it',
  saves: 'Saving',
  none: 'No edge cases: no limits and no dates.',
}
