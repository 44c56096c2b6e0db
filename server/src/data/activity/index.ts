export {
  findLatestActivity,
  findLatestChange,
  getActivity,
  listActivity,
  listActors,
  readingLatestOf,
  recordActivity,
  type Entry,
  type Filters,
} from './activity.repository.ts'
