/**
 * Every code that an answer may carry as its error, with its HTTP status. The sentences live in the locale of the web application,
 * the list for readers in docs/errors.md; a test holds the three together.
 */
export const ERROR_STATUS = {
  'bad-json': 400,
  'invalid-input': 422,
  'not-found': 404,
  'no-such-page': 404,
  'stale-version': 409,
  'stale-plan': 409,
  'import-not-ready': 409,
  'import-overtaken': 409,
  'in-use': 409,
  'nothing-to-release': 409,
  'plan-has-problems': 409,
  'signed-out': 401,
  'sign-in-failed': 401,
  'key-unknown': 401,
  'role-too-small': 403,
  'key-lacks-scope': 403,
  'already-set-up': 409,
  'last-administrator': 409,
  'link-lapsed': 410,
  'too-many-tries': 429,
  'too-slow': 408,
  'too-large': 413,
  'wrong-media-type': 415,
  'too-many-requests': 429,
  'foreign-request': 403,
  'uploads-busy': 503,
  'took-too-long': 503,
  'needs-too-much-memory': 503,
  'database-away': 503,
  internal: 500,
} as const

export type ErrorCode = keyof typeof ERROR_STATUS
