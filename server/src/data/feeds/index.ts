export { FEEDS, toFeed, type FeedContent } from './feeds.repository.ts'
