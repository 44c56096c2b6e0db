export {
  datesOf,
  OCCASIONS,
  toContent,
  toOccasion,
  type OccasionContent,
  type OccasionDates,
} from './occasions.repository.ts'
