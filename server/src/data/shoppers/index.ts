export {
  countingOrder,
  deleteShoppers,
  findShopper,
  findShoppers,
  listLabels,
  listShoppers,
  lockBuyer,
  lockShopper,
  readingBuyer,
  recountPlaced,
  saveShoppers,
} from './shoppers.repository.ts'
