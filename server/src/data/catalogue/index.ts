export {
  countProducts,
  deleteCategory,
  deleteProducts,
  findProductsBySku,
  insertCategories,
  insertProduct,
  listCategories,
  listProductNames,
  listProducts,
  listSkus,
  loadCatalogue,
  saveProducts,
} from './catalogue.repository.ts'
export {
  findSoldElsewhere,
  listSold,
  listSoldElsewhere,
  saveStock,
  undoStock,
  type StockChange,
  type StockFigures,
} from './figures.repository.ts'
export { findListing, listListings, saveListings } from './listings.repository.ts'
export { listRegularPrices, type RegularPrice } from './regularPrices.repository.ts'
