export { addSpread, Ledger, settle } from './ledger.ts'
export { sumOf, type Cut, type Piece, type PromotionRef, type Segment } from './piece.ts'
export { lackOf, type Lack, type Skip, type SkipFacts, type SkipReason } from './skip.ts'
export { createStackingRules, findObstacle, type Obstacle, type StackingRules } from './stacking.ts'
export {
  cheapestFirst,
  countOf,
  dearestFirst,
  explainNothing,
  findTouchable,
  nearerOf,
  worthOf,
  worthOn,
  type Actor,
  type CartState,
  type GiftLine,
  type Held,
  type OrderView,
  type Outcome,
  type Taken,
  type TakenOrder,
  type Turn,
} from './turn.ts'
export {
  computeMarkdown,
  computeReduction,
  computeUnitCut,
  isFree,
  isOnce,
  roundPrice,
  type Reduction,
  type UnitPrice,
} from './value.ts'
