export { checkFeedColumns, findFeedDoubts, type FeedDoubt } from './checkFeed.ts'
export {
  FIRST_COLUMNS,
  MONEY_FIELDS,
  writeFeedRow,
  type FeedColumn,
  type FeedField,
  type FeedPlace,
} from './feedColumns.ts'
export { createFeedReader } from './feedItem.ts'
export { FEED_CONTEXT, toFeedJsonLd } from './feedJsonLd.ts'
