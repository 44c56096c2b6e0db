export {
  forgetTries,
  giveBackOfRate,
  giveTryBack,
  takeOfRate,
  takeTry,
  type Rate,
  type TryRules,
} from './tries.repository.ts'
