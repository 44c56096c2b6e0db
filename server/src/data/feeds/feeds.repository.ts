import type { FeedRecord } from '@novalex/contract'
import { createNamedRecords, type NamedRecord } from '../versioned/index.ts'

export type FeedContent = Omit<FeedRecord, 'id' | 'name' | 'version'>

export const FEEDS = createNamedRecords<FeedContent>('feeds', 'feed')

/** A feed as the API shows it. */
export const toFeed = ({ id, name, content, version }: NamedRecord<FeedContent>): FeedRecord => {
  return { id, name, ...content, version }
}
