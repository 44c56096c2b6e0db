export { createNamedRecords, type NamedRecord } from './namedRecords.ts'
export { deleteVersioned, readingVersions, refuseStale, updateVersioned, type VersionedRow } from './versioned.ts'
