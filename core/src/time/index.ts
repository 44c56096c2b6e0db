export { compareShelfPrices } from './compareShelfPrices.ts'
export { computeDeepest } from './deepest.ts'
export { computeMeetings, isBefore, type Meeting } from './meetings.ts'
export { createPastFacts, type CountEvent, type PastFacts } from './pastFacts.ts'
export {
  computePriceHistory,
  computePriorBefore,
  computePriorPrice,
  computeStruckPrice,
  joinSpans,
  overlaySpans,
  PRIOR_DAYS,
  type HistorySpan,
  type PriceEpoch,
} from './priceHistory.ts'
export {
  computeHorizon,
  computePriceMoments,
  computePriceSpans,
  computePriceWith,
  computePublicPrice,
  createPricers,
  createPublicPricer,
  createRegularPricer,
  createStretchPricer,
  type Viewer,
  type PublicPrice,
  type Stretch,
} from './timeline.ts'
export { computeUnitPrices } from './unitPrices.ts'
