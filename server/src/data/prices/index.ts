export {
  ALL_CHANNELS,
  insertPastPrices,
  listPastPrices,
  listShownPrices,
  listShownUntil,
  replacePastPrices,
  saveShownPrices,
} from './prices.repository.ts'
