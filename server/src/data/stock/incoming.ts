/**
 * A table of passage for columns of products, their stock among them, without keys and without a log: it is read once, from one end to the other.
 */
export const createIncoming = (columns: readonly string[]) => `
  create or replace temporary table incoming engine = aria transactional = 0
  select ${columns.map((name) => (name === 'stock' ? 'cast(null as unsigned) as stock' : name)).join(', ')}
  from products limit 0`

export const DROP_INCOMING = 'drop temporary table if exists incoming'

/** How many products are written at once. */
export const PRODUCTS_A_STEP = 5000
