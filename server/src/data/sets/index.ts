export { SETS, type SetContent } from './sets.repository.ts'
