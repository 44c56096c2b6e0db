import type { CsvDialect, ImportKind } from '@novalex/contract'

interface KindWords {
  /** Noun for the content of this kind of file. */
  readonly name: string
  readonly hint: string
  readonly added: string
  readonly changed: string
  readonly done: string
}

const CSV = 'CSV in UTF-8, separated by ; or , or an XLSX workbook.'

/** The words of files in and out. */
export const filesText = {
  bring: 'Bring in a file …',
  out: 'Files',
  outTitle: 'Files to take away',
  now: 'What is there',
  template: 'Template',
  dialect: 'CSV files',
  dialects: {
    comma: 'comma, decimal point',
    semicolon: 'semicolon, decimal comma',
  } satisfies Record<CsvDialect, string>,
  title: 'Bring in a file',
  kind: 'What the file holds',
  choose: 'Choose a file',
  kinds: {
    products: {
      name: 'Products',
      hint: `${CSV} The columns sku, name, regular_price and tax_rate at least. Nothing changes until you accept.`,
      added: 'new products',
      changed: 'changed products',
      done: 'The products are in.',
    },
    prices: {
      name: 'Prices',
      hint: `${CSV} The columns sku and regular_price at least, of products that are there. The new regular prices hold from now on.`,
      added: 'new prices',
      changed: 'products with other prices',
      done: 'The prices are in.',
    },
    stock: {
      name: 'Stock and sales',
      hint: `${CSV} The columns sku, stock, sold_30_days and sold_until; a column that is left out stays as it is.`,
      added: 'new figures',
      changed: 'products with other figures',
      done: 'The figures are in.',
    },
    history: {
      name: 'Price history',
      hint: `${CSV} What products cost before Novalex: sku, from, until, price, regular_price. Of a product in the file, what was brought in before is replaced.`,
      added: 'new spans of time',
      changed: 'changed spans',
      done: 'The price history is in.',
    },
    sets: {
      name: 'Product sets',
      hint: `${CSV} A row for each product in a set: set, sku. A set that the file names holds just what the file says.`,
      added: 'new sets',
      changed: 'changed sets',
      done: 'The product sets are in.',
    },
    shoppers: {
      name: 'Shoppers',
      hint: `${CSV} The columns id and name at least; groups, tags, orders, spent and bought (SKUs) if you have them, lists separated by |. These three are from before the orders that are kept here.`,
      added: 'new shoppers',
      changed: 'changed shoppers',
      done: 'The shoppers are in.',
    },
    orders: {
      name: 'Past orders',
      hint: `${CSV} A row for each line of an order: number, placed_at, sku, quantity and paid at least; shopper or email, channel, delivery_option, delivery_price, country and codes if you have them. They feed what is known of shoppers, no limit and no stock.`,
      added: 'new orders',
      changed: 'changed orders',
      done: 'The orders are in.',
    },
    plan: {
      name: 'Promotions',
      hint: 'A plan file in JSON, as this page gives it out. Promotions with a known id are replaced, new ones come last, the others stay.',
      added: 'new promotions',
      changed: 'changed promotions',
      done: 'The promotions are in.',
    },
  } satisfies Record<ImportKind, KindWords>,
  last: (file: string) => `“${file}” was brought in last.`,
  undone: (file: string) => `All is as it was before “${file}” was brought in.`,
  reading: 'Reading the file …',
  writing: 'Writing it …',
  uploading: 'Sending the file …',
  accept: 'Accept',
  acceptGood: (rows: string) => `Take the ${rows} without faults`,
  withoutThem: 'Without these rows:',
  rejected: 'Rows with faults, to mend:',
  another: 'Choose another file',
  unchanged: 'unchanged',
  newCategories: 'New categories',
  newProducts: 'New products',
  andMore: (count: string) => `and ${count} more`,
  priceChanges: 'Regular prices that change',
  nothing: 'This file changes nothing.',
  problems: (count: string) =>
    `${count}. Nothing of the file is taken until they are mended, unless you take the rest alone.`,
  columns: 'Columns of the file',
  columnsHint: 'Say which column holds what. Novalex remembers it for the next file of this kind.',
  inFile: 'In the file',
  holds: 'Holds',
  passedOver: 'Leave out',
  noHead: '(no head)',
  needed: (columns: string) => `Still needed: ${columns}.`,
  twice: (columns: string) => `Chosen twice: ${columns}.`,
  readSo: 'Read the file this way',
  pair: (head: string, column: string) => `“${head}” as ${column}`,
  readAs: (pairs: readonly string[]) => `Read ${pairs.join(', ')}.`,
  matchColumns: 'Match columns …',
  days: (sample: string) => `Which day is ${sample}?`,
  daysHint: (samples: string) => `The file holds ${samples}, and no day that can be read in one way only.`,
  row: 'Row',
  column: 'Column',
  what: 'What is wrong',
  again: 'Something changed meanwhile, so the file was compared again. Look once more before you accept.',
  failed: 'The file could not be brought in; nothing was changed. Try again.',
  firstOf: (shown: string, all: string) => `The first ${shown} of ${all}.`,
}
