export { toIsoMoment, type DayOrder } from './dayText.ts'
export {
  formatHistoryRow,
  formatPriceRow,
  formatStockRow,
  HISTORY_FORMAT,
  PRICE_FORMAT,
  SET_FORMAT,
  STOCK_FORMAT,
  type HistoryRow,
  type PriceRow,
  type SetRow,
  type StockRow,
} from './figureFiles.ts'
export { formatListingRow, LISTING_FIELDS, LISTING_FORMAT, type ListingRow } from './listingFile.ts'
export { formatOrderRow, ORDER_FORMAT, type OrderColumn, type OrderRow } from './orderFile.ts'
export {
  formatProductRow,
  PRODUCT_COLUMNS,
  PRODUCT_FORMAT,
  type ProductColumn,
  type ProductRow,
} from './productFile.ts'
export { toProductJsonLd } from './productJsonLd.ts'
export { computeProductImport, type ProductImport, type ProductPriceChange } from './productImport.ts'
export {
  fitsPromotionFile,
  formatPromotionRow,
  PROMOTION_FORMAT,
  toPromotionRow,
  type PromotionRow,
} from './promotionFile.ts'
export { toPromotion, toPromotionColumn } from './promotionImport.ts'
export { formatShopperRow, SHOPPER_FORMAT, type ShopperRow } from './shopperFile.ts'
export {
  createRowParser,
  cutHead,
  findColumn,
  normalizeHead,
  parseTableHeader,
  PROBLEM_COLUMN,
  type HeadMeanings,
  type TableFormat,
} from './tableFile.ts'
