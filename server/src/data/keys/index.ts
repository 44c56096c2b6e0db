export {
  describeFeedKeys,
  findFeedKey,
  findKeyHolder,
  insertKey,
  listChannelsOfKeys,
  listFeedKeys,
  listKeys,
  revokeFeedKeys,
  revokeKey,
} from './keys.repository.ts'
