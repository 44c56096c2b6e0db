export { computeCover, computeExpectedSales, SALES_DAYS } from './cover.ts'
export { findFloored } from './findFloored.ts'
export { computeMargin } from './margin.ts'
export { computeMemberPrices } from './memberPrices.ts'
export {
  createNameTest,
  filterProducts,
  findProductRows,
  LIST_COLUMNS,
  NUMBER_COLUMNS,
  PricedRow,
  reachOfPick,
  TEXT_COLUMNS,
  toReach,
  type ListColumn,
  type NumberColumn,
  type ProductFilter,
  type ProductOrder,
  type ProductPick,
  type ProductView,
  type TableColumn,
  type TextColumn,
} from './productTable.ts'
export {
  checkRepricing,
  computeRepricing,
  findAccepted,
  LONGEST_SALE_DAYS,
  ODDITIES,
  sortOddFirst,
  toMechanic,
  type Oddity,
  type Operation,
  type OperationBand,
  type Repriced,
  type RepriceInput,
  type Repricing,
} from './reprice.ts'
export { computeReading, READS_ALIKE, writeOtherWay } from './reading.ts'
export { computeShownPrice, type ShownPrice } from './shownPrice.ts'
export { takeOff } from './takeOff.ts'
