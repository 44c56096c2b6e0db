export { loadSecret, lockSetUp } from './secrets.repository.ts'
