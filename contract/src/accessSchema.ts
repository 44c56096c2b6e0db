import { Type, type Static } from '@sinclair/typebox'
import { choice, Id, InstantText, Name, Nullable, SEEN, strict, Whole } from './basicSchema.ts'
import { CHOSEN_SCOPES, KEY_SCOPES, PASSWORD_LENGTH, PERSON_ROLES } from './roles.ts'

const PersonRoleSchema = choice(...PERSON_ROLES)

const PersonName = Type.String({ minLength: 1, maxLength: 80, pattern: SEEN })
/** With what the log writes before it, it is no longer than a person's. */
const KeyName = Type.String({ minLength: 1, maxLength: 70, pattern: SEEN })
const Email = Type.String({ minLength: 1, maxLength: 254 })
const Password = Type.String({ minLength: 1, maxLength: PASSWORD_LENGTH.max })
const Token = Type.String({ pattern: '^[\\w-]{20,64}$' })

/** The signed-in person. */
export const Account = Type.Object(
  { id: Id, name: Type.String(), email: Type.String(), role: PersonRoleSchema },
  strict,
)
export type Account = Static<typeof Account>

export const SessionAnswer = Type.Object(
  {
    account: Nullable(Account),
    /** Whether nobody can sign in yet, so that the first administrator is asked for. */
    needsSetUp: Type.Boolean(),
    /** The people of the demo, who sign in with one click; empty elsewhere. */
    demo: Type.Array(Type.Object({ name: Type.String(), email: Type.String(), role: PersonRoleSchema }, strict)),
  },
  strict,
)
export type SessionAnswer = Static<typeof SessionAnswer>

export const SignInRequest = Type.Object({ email: Email, password: Password }, strict)
export type SignInRequest = Static<typeof SignInRequest>
export const DemoSignInRequest = Type.Object({ email: Email }, strict)

export const SetUpRequest = Type.Object(
  {
    store: Type.Object(
      {
        name: Name,
        currency: Type.String({ pattern: '^[A-Z]{3}$' }),
        timeZone: Type.String({ minLength: 1, maxLength: 64 }),
        pricesIncludeTax: Type.Boolean(),
      },
      strict,
    ),
    person: Type.Object({ name: PersonName, email: Email, password: Password }, strict),
  },
  strict,
)
export type SetUpRequest = Static<typeof SetUpRequest>

export const PersonRecord = Type.Object(
  {
    id: Id,
    name: Type.String(),
    email: Type.String(),
    role: PersonRoleSchema,
    state: choice('invited', 'active', 'removed'),
    /** When one of their sessions was last used. */
    seenAt: Nullable(InstantText),
    sessions: Whole,
  },
  strict,
)
export type PersonRecord = Static<typeof PersonRecord>
export const PeopleAnswer = Type.Array(PersonRecord)

export const InviteRequest = Type.Object({ name: PersonName, email: Email, role: PersonRoleSchema }, strict)
export type InviteRequest = Static<typeof InviteRequest>
export const PersonUpdate = Type.Object({ role: PersonRoleSchema }, strict)

/** Purpose of a link in a message. */
export const LinkRequest = Type.Object({ token: Token }, strict)
export const LinkAnswer = Type.Object(
  { kind: choice('invitation', 'reset'), name: Type.String(), email: Type.String() },
  strict,
)
export type LinkAnswer = Static<typeof LinkAnswer>
export const LinkUse = Type.Object({ token: Token, password: Password }, strict)
export type LinkUse = Static<typeof LinkUse>
export const ResetRequest = Type.Object({ email: Email }, strict)
export const PasswordRequest = Type.Object({ present: Password, password: Password }, strict)
export type PasswordRequest = Static<typeof PasswordRequest>

export const OwnSessions = Type.Array(
  Type.Object(
    {
      id: Id,
      isThis: Type.Boolean(),
      /** User agent of the browser. */
      agent: Type.String(),
      createdAt: InstantText,
      seenAt: InstantText,
    },
    strict,
  ),
)
export type OwnSessions = Static<typeof OwnSessions>

export const KeyRecord = Type.Object(
  {
    id: Id,
    name: Type.String(),
    scopes: Type.Array(choice(...KEY_SCOPES)),
    /** The channel in which its carts and orders are placed. */
    channel: Id,
    /** The feed whose address it is; null: it is a key. */
    feed: Nullable(Id),
    createdAt: InstantText,
    createdBy: Type.String(),
    endsAt: Nullable(InstantText),
    lastUsedAt: Nullable(InstantText),
    revokedAt: Nullable(InstantText),
  },
  strict,
)
export type KeyRecord = Static<typeof KeyRecord>
export const KeysAnswer = Type.Array(KeyRecord)
export const KeyDraft = Type.Object(
  {
    name: KeyName,
    scopes: Type.Array(choice(...CHOSEN_SCOPES), { minItems: 1, maxItems: CHOSEN_SCOPES.length, uniqueItems: true }),
    /** The channel in which its carts and orders are placed; it must be one of the store's own. */
    channel: Id,
    /** From when on it is not taken any more; null: until it is revoked. */
    endsAt: Nullable(InstantText),
  },
  strict,
)
export type KeyDraft = Static<typeof KeyDraft>
/** The only time that the key itself is told. */
export const KeyMade = Type.Object({ key: Type.String(), record: KeyRecord }, strict)
export type KeyMade = Static<typeof KeyMade>

const MessageSummary = Type.Object({ id: Id, at: InstantText, to: Type.String(), subject: Type.String() }, strict)
export const MailboxAnswer = Type.Array(MessageSummary)
export const MessageAnswer = Type.Object({ ...MessageSummary.properties, text: Type.String() }, strict)
export type MessageAnswer = Static<typeof MessageAnswer>
