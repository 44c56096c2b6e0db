export { findKeyHolder, insertKey, listChannelsOfKeys, listKeys, revokeKey } from './keys.repository.ts'
