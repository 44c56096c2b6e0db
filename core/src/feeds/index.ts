export { checkFeedColumns, findFeedDoubts, type FeedDoubt } from './checkFeed.ts'
export {
  FIRST_COLUMNS,
  MONEY_FIELDS,
  createRowWriter,
  type FeedColumn,
  type FeedField,
  type FeedPlace,
} from './feedColumns.ts'
export { createFeedReader, type FeedItem } from './feedItem.ts'
export { FEED_CONTEXT, toFeedJsonLd } from './feedJsonLd.ts'
