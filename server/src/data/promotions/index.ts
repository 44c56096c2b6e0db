export { usesReach } from './findUses.ts'
export {
  dropDeleted,
  findPromotion,
  findPromotionName,
  findPromotions,
  forgetIn,
  getPromotion,
  insertPromotion,
  listPromotionNames,
  listPromotions,
  markDeleted,
  nextRank,
  readPromotionOrder,
  readPromotionStamps,
  saveRanks,
  updatePromotion,
} from './promotions.repository.ts'
