export { createIncoming, DROP_INCOMING, PRODUCTS_A_STEP } from './incoming.ts'
export {
  deleteStock,
  insertStock,
  listStock,
  listStockOf,
  lockStock,
  noteUncounted,
  takeStock,
  takingFromStock,
} from './stock.repository.ts'
