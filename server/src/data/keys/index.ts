export { findKeyHolder, insertKey, listKeys, revokeKey } from './keys.repository.ts'
