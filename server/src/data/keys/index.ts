export {
  describeFeedKeys,
  findAddressKey,
  findKeyHolder,
  insertKey,
  listChannelsOfKeys,
  listFeedKeys,
  listKeys,
  revokeFeedKeys,
  revokeKey,
} from './keys.repository.ts'
