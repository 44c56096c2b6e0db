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
  'category-in-use': 409,
  'nothing-to-release': 409,
  'plan-has-problems': 409,
  'too-large': 413,
  'wrong-media-type': 415,
  'too-many-requests': 429,
  'database-away': 503,
  internal: 500,
} as const

export type ErrorCode = keyof typeof ERROR_STATUS

/** Every code of a problem with an input, by where it comes from. */
export const PROBLEM_CODES = [
  // the shape of a request or a plan file
  'required',
  'unknown-key',
  'wrong-type',
  'not-in-list',
  'too-short',
  'too-long',
  'too-small',
  'too-large',
  'too-many',
  'too-few',
  'malformed',
  'not-allowed',
  // promotions
  'no-such-time',
  'ends-before-start',
  'unknown-sku',
  'unknown-category',
  'unknown-set',
  'unknown-campaign',
  'unknown-stack-group',
  'empty-range',
  'value-or-bands',
  'not-ascending',
  'percent-range',
  'amount-zero',
  'price-negative',
  'price-not-lower',
  'ending-too-large',
  'ladder-with-bands',
  'ladder-needs-units',
  'ladder-needs-end',
  'duplicate-id',
  'duplicate-rank',
  'sum-too-large',
  'unknown-zone',
  'bad-json',
  // what a person types
  'not-a-percent',
  'not-money',
  'not-a-date',
  'not-a-time',
  // product files
  'empty-file',
  'not-utf8',
  'not-text',
  'unknown-column',
  'duplicate-column',
  'missing-column',
  'wrong-field-count',
  'broken-quotes',
  'duplicate-sku',
  'control-character',
  'empty-category',
  'too-deep',
  'not-an-amount',
  'not-a-rate',
  'not-a-count',
] as const

export type ProblemCode = (typeof PROBLEM_CODES)[number]
