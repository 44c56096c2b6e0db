/** A feed with a column of each kind, as the API takes it. */
export const FEED = {
  name: 'Prices',
  channel: 'web',
  format: 'csv',
  daysAhead: 14,
  link: 'https://shop.test/{sku}',
  columns: [
    { name: 'sku', field: 'sku' },
    { name: 'price', field: 'price', currency: 'before', decimal: 'comma' },
    { name: 'usd', field: 'price', convert: { currency: 'USD', rate: 1_082_500, on: '2027-03-01' } },
    { name: 'until', field: 'saleUntil', date: 'day' },
    { name: 'state', field: 'availability', availability: 'schema' },
    { name: 'note', field: 'text', text: 'new' },
  ],
}

const CHANNEL_RULES = {
  maxProducts: 200,
  minReduction: 1000,
  usualDays: { from: 5, to: 14 },
  lowestBefore: { days: 30, counts: 'paid', below: 0 },
  stockDays: 'promotion',
  oneAtATime: true,
  kinds: ['markdown'],
  titleWithout: '%',
}
/** A partner channel with a rule of each shape. */
export const MARKET = {
  id: 'market',
  name: 'Market',
  kind: 'partner',
  leadHours: 48,
  lockHours: 5,
  rules: [{ from: '2027-01-01', values: CHANNEL_RULES, source: 'Guide', checkedOn: '2027-03-01' }],
}

/** How a simulated partner is to behave. */
export const DESK = { mode: 'twice', factor: 10, reviewHours: 24, gap: 200, advanceHours: 2 }

/** As a partner sends it. */
export const PARTNER_ANSWER = { number: 1, submission: 'none', decision: 'accepted', causes: [] }
