import { IdParams as params } from './addressSchema.ts'
import { VersionQuery as query } from './api.ts'
import { answering, NOT_FOUND, sending, silent, STALE, streaming } from './endpoint.ts'
import {
  FeedAddress,
  FeedDraft,
  FeedFileQuery,
  FeedPreview,
  FeedPreviewRequest,
  FeedRecord,
  FeedsAnswer,
  FeedUpdate,
} from './feedSchema.ts'

/** The endpoints of feeds: what channels fetch, and the calendar. */
export const FEED_ENDPOINTS = {
  listFeeds: answering(FeedsAnswer, { role: 'reader', summary: 'List feeds with how they are fetched' }),
  createFeed: answering(FeedRecord, { role: 'planner', summary: 'Create a feed', body: FeedDraft }, 201),
  updateFeed: answering(FeedRecord, {
    role: 'planner',
    summary: 'Update a feed; requires the version it is based on',
    params,
    body: FeedUpdate,
    errors: STALE,
  }),
  deleteFeed: silent({
    role: 'planner',
    summary: 'Delete a feed and revoke its addresses',
    params,
    query,
    errors: STALE,
  }),
  previewFeed: answering(FeedPreview, {
    isHeavy: true,
    role: 'reader',
    summary: 'Preview rows of a feed as it would be fetched now, with checks',
    body: FeedPreviewRequest,
  }),
  createFeedAddress: answering(
    FeedAddress,
    {
      role: 'administrator',
      summary: 'Create an address for fetching a feed; its token is returned only once and revoked as an API key',
      params,
      errors: NOT_FOUND,
    },
    201,
  ),
  createCalendarAddress: answering(
    FeedAddress,
    {
      role: 'administrator',
      summary: 'Create an address of the plan as iCalendar; its token is returned only once and revoked as an API key',
    },
    201,
  ),
  fetchCalendar: sending({
    role: 'anyone',
    summary: 'Fetch the live plan as iCalendar by the token in its address',
    query: FeedFileQuery,
    errors: NOT_FOUND,
  }),
  fetchFeed: streaming({
    role: 'anyone',
    summary: 'Fetch a feed by the token in its address, streamed and with an ETag',
    params,
    query: FeedFileQuery,
    errors: NOT_FOUND,
  }),
} as const
