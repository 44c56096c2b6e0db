export {
  countSessions,
  deleteSession,
  endSessions,
  findSession,
  forgetExpiredSessions,
  listSessions,
  saveSession,
  touchSession,
} from './sessions.repository.ts'
