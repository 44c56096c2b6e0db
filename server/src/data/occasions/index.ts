export {
  datesOf,
  OCCASIONS,
  toContent,
  toOccasion,
  toPlanOccasion,
  type OccasionContent,
  type OccasionDates,
} from './occasions.repository.ts'
