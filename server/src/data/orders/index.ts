export { forgetBuyer, listBuyerEmails } from './buyers.repository.ts'
export {
  findOrderHead,
  listOrderUses,
  listStockLines,
  lockOrderHead,
  markCancelled,
  type OrderHead,
} from './cancelling.repository.ts'
export { findLatestSale } from './findLatestSale.ts'
export { getOrder, listOrders } from './listOrders.ts'
export { listOrdersWith } from './listOrdersWith.ts'
export { ORDER_ID } from './orderId.ts'
export {
  claimKey,
  findPlaced,
  recordOrder,
  type OrderKey,
  type OrderRecord,
  type OrderUse,
  type PlacedOrder,
} from './orders.repository.ts'
export { listLowestPaid } from './lowestPaid.repository.ts'
export { deletePastOrders, insertPastOrders, listKnownNumbers, type PastOrder } from './pastOrders.repository.ts'
export { readOrderRows } from './readOrderRows.ts'
export {
  countUsesSince,
  findLastUses,
  listUsesBySteps,
  readingUsesBy,
  readUses,
  STEP_S,
  type UseRow,
} from './uses.repository.ts'
