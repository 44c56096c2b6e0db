import type { CsvDialect, ImportKind } from '@novalex/contract'

interface KindWords {
  /** Noun for the content of this kind of file. */
  readonly name: string
  readonly hint: string
  readonly added: string
  readonly changed: string
  readonly done: string
}

const CSV = 'CSV (UTF-8, separated by ; or ,) or XLSX.'

/** The words of imports and exports. */
export const filesText = {
  bring: 'Import file…',
  out: 'Export',
  outTitle: 'Export',
  now: 'Current data',
  template: 'Template',
  dialect: 'CSV format',
  dialects: {
    comma: 'comma, decimal point',
    semicolon: 'semicolon, decimal comma',
  } satisfies Record<CsvDialect, string>,
  title: 'Import file',
  kind: 'File type',
  choose: 'Choose file',
  kinds: {
    products: {
      name: 'Products',
      hint: `${CSV} Required columns: sku, name, regular_price and tax_rate. Nothing changes until you import.`,
      added: 'new products',
      changed: 'changed products',
      done: 'Products imported.',
    },
    prices: {
      name: 'Prices',
      hint: `${CSV} Required columns: sku and regular_price, for existing products. New regular prices apply immediately.`,
      added: 'new prices',
      changed: 'products with changed prices',
      done: 'Prices imported.',
    },
    stock: {
      name: 'Stock and sales',
      hint: `${CSV} Columns: sku, stock, sold_30_days and sold_until. Missing columns stay unchanged.`,
      added: 'new figures',
      changed: 'products with changed figures',
      done: 'Stock and sales imported.',
    },
    history: {
      name: 'Price history',
      hint: `${CSV} Prices from before Novalex: sku, from, until, price, regular_price. For products in the file, earlier imports are replaced.`,
      added: 'new periods',
      changed: 'changed periods',
      done: 'Price history imported.',
    },
    listings: {
      name: 'Ratings and reference prices',
      hint: `${CSV} Columns: sku, rating, reviews, reference_price, reference_source and reference_date, for existing products. Missing columns stay unchanged.`,
      added: 'new products',
      changed: 'changed products',
      done: 'Ratings and reference prices imported.',
    },
    sets: {
      name: 'Product sets',
      hint: `${CSV} One row for each product in a set: set, sku. Sets in the file are replaced by its rows.`,
      added: 'new sets',
      changed: 'changed sets',
      done: 'Product sets imported.',
    },
    shoppers: {
      name: 'Shoppers',
      hint: `${CSV} Required columns: id and name. Optional: groups, tags, orders, spent and bought (SKUs), with lists separated by |. The last three cover orders from before Novalex.`,
      added: 'new shoppers',
      changed: 'changed shoppers',
      done: 'Shoppers imported.',
    },
    orders: {
      name: 'Past orders',
      hint: `${CSV} One row for each order line. Required columns: number, placed_at, sku, quantity and paid. Optional: shopper or email, channel, delivery_option, delivery_price, country and codes. They count towards shoppers’ histories, not towards limits or stock.`,
      added: 'new orders',
      changed: 'changed orders',
      done: 'Orders imported.',
    },
    promotions: {
      name: 'Promotions (table)',
      hint: `${CSV} One row for each markdown, item discount or order discount with one value. Rows with an id change that promotion, rows without one are new. Required columns: name and type.`,
      added: 'new promotions',
      changed: 'changed promotions',
      done: 'Promotions imported.',
    },
    plan: {
      name: 'Promotions (JSON)',
      hint: 'A JSON file in the format that Novalex exports. Promotions with a known ID are replaced, new ones are added last, others stay unchanged.',
      added: 'new promotions',
      changed: 'changed promotions',
      done: 'Promotions imported.',
    },
  } satisfies Record<ImportKind, KindWords>,
  last: (file: string) => `Last import: “${file}”.`,
  undone: (file: string) => `Import of “${file}” undone.`,
  reading: 'Reading file…',
  writing: 'Importing…',
  uploading: 'Uploading file…',
  accept: 'Import',
  acceptGood: (rows: string) => `Import ${rows}`,
  withoutThem: 'Without these rows:',
  rejected: 'Rows with errors:',
  another: 'Choose another file',
  unchanged: 'unchanged',
  newCategories: 'New categories',
  newProducts: 'New products',
  andMore: (count: string) => `and ${count} more`,
  priceChanges: 'Regular price changes',
  promotions: 'Promotions',
  newPromotion: 'new',
  changedPromotion: 'changed',
  nothing: 'No changes in this file.',
  problems: (count: string) => `${count}. Fix them and upload again, or import only the valid rows.`,
  columns: 'Columns',
  columnsHint: 'Match each column. Novalex remembers this for the next file of this type.',
  inFile: 'Column in file',
  holds: 'Import as',
  passedOver: 'Skip',
  noHead: '(no heading)',
  needed: (columns: string) => `Missing: ${columns}.`,
  twice: (columns: string) => `Chosen twice: ${columns}.`,
  readSo: 'Apply columns',
  pair: (head: string, column: string) => `“${head}” as ${column}`,
  readAs: (pairs: readonly string[]) => `Read ${pairs.join(', ')}.`,
  matchColumns: 'Match columns…',
  days: (sample: string) => `Which date is ${sample}?`,
  daysHint: (samples: string) => `Day and month are ambiguous in every date of this file: ${samples}.`,
  row: 'Row',
  column: 'Column',
  what: 'Error',
  again: 'Data changed, so the preview was updated. Review it again before importing.',
  failed: 'The file couldn’t be imported; nothing was changed. Try again.',
  firstOf: (shown: string, all: string) => `First ${shown} of ${all}.`,
}
