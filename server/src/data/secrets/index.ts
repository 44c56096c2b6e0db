export { loadCookieSecret, lockSetUp } from './secrets.repository.ts'
