import { keysOf } from '@novalex/core'
import { Type, type Static } from '@sinclair/typebox'
import { IMPORT_KINDS, type ImportKind } from './importSchema.ts'
import { choice, Id, InstantText, Nullable, strict, Whole } from './basicSchema.ts'

type FileAction = `import-${ImportKind}` | `undo-import-${ImportKind}`
const FILE_ACTIONS = IMPORT_KINDS.flatMap((kind): FileAction[] => [`import-${kind}`, `undo-import-${kind}`])

/** Logged actions by kind of subject. */
export const LOGGED_ACTIONS = {
  promotion: ['create-promotion', 'change-promotion', 'rank-promotion', 'delete-promotion', 'restore-promotion'],
  campaign: ['create-campaign', 'change-campaign', 'delete-campaign'],
  set: ['create-set', 'change-set', 'delete-set'],
  occasion: ['create-occasion', 'change-occasion', 'delete-occasion'],
  product: ['create-product', 'change-product', 'delete-product', 'delete-category', 'remove-sale-prices'],
  file: FILE_ACTIONS as readonly FileAction[],
  testCart: ['create-test-cart', 'change-test-cart', 'delete-test-cart'],
  store: [
    'set-up',
    'change-stacking',
    'change-price-rules',
    'change-finding-thresholds',
    'change-delivery',
    'change-channels',
    'change-partners',
    'change-locale',
    'change-approval',
  ],
  finding: ['dismiss-finding', 'reopen-finding'],
  release: [
    'request-release',
    'return-release-request',
    'withdraw-release-request',
    'publish-release',
    'pause-at-once',
    'end-at-once',
    'extend-at-once',
    'discard-change',
    'restore-change',
  ],
  person: [
    'invite-person',
    'change-person',
    'remove-person',
    'end-sessions',
    'accept-invitation',
    'reset-password',
    'change-password',
  ],
  key: ['create-key', 'revoke-key', 'create-webhook', 'delete-webhook'],
  submission: [
    'submit-promotion',
    'withdraw-promotion',
    'send-submission',
    'decide-submission',
    'dismiss-reminder',
    'set-simulated-partner',
  ],
  feed: ['create-feed', 'change-feed', 'delete-feed', 'create-feed-address', 'create-calendar-address'],
  order: ['cancel-order', 'correct-count'],
  code: [
    'make-codes',
    'download-codes',
    'void-codes',
    'void-code',
    'mark-code-issued',
    'create-code-page',
    'change-code-page',
    'delete-code-page',
    'erase-contact',
  ],
} as const satisfies Readonly<Record<string, readonly string[]>>
export type LoggedThing = keyof typeof LOGGED_ACTIONS
export type LoggedAction = (typeof LOGGED_ACTIONS)[LoggedThing][number]
const THINGS = keysOf(LOGGED_ACTIONS)

const filters = {
  by: Type.Optional(Type.String({ maxLength: 80 })),
  thing: Type.Optional(choice(...THINGS)),
  subject: Type.Optional(Id),
}
export const ActivityFileQuery = Type.Object(filters, strict)
export const ActivityQuery = Type.Object(
  {
    ...filters,
    /** Only what was noted before the entry of this number. */
    before: Type.Optional(Type.String({ pattern: '^[1-9]\\d{0,15}$' })),
  },
  strict,
)

export const ActivityAnswer = Type.Object(
  {
    entries: Type.Array(
      Type.Object(
        {
          number: Whole,
          at: InstantText,
          by: Type.String(),
          action: Type.String(),
          subject: Type.String(),
          /** Name of the subject at that time. */
          name: Nullable(Type.String()),
          detail: Type.Any(),
        },
        strict,
      ),
    ),
    /** Whether there are earlier ones. */
    hasMore: Type.Boolean(),
    /** Everybody who is in the log. */
    people: Type.Array(Type.String()),
  },
  strict,
)
export type ActivityAnswer = Static<typeof ActivityAnswer>
