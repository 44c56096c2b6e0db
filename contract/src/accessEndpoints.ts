import * as access from './accessSchema.ts'
import { IdParams as params } from './addressSchema.ts'
import { answering, NOT_FOUND, sending, silent } from './endpoint.ts'

/** The endpoints about who may do what: signing in, people, keys, the stand-in mailbox. */
export const ACCESS_ENDPOINTS = {
  getSession: answering(access.SessionAnswer, {
    role: 'anyone',
    summary: 'Who is signed in; whether the first administrator is asked for; the people of the demo',
  }),
  signIn: answering(access.SessionAnswer, {
    role: 'anyone',
    summary: 'Signs in by e-mail and password; the answer sets the cookie of a new session',
    body: access.SignInRequest,
    errors: ['sign-in-failed', 'too-many-tries'],
  }),
  signInToDemo: answering(access.SessionAnswer, {
    role: 'anyone',
    summary: 'Signs in as one of the demo’s people; there is nothing at this address without the demo',
    body: access.DemoSignInRequest,
    errors: NOT_FOUND,
  }),
  signOut: silent({ role: 'anyone', summary: 'Ends the session of the request, if it has one' }),
  setUp: answering(
    access.SessionAnswer,
    {
      role: 'anyone',
      summary: 'The store and its first administrator, who is signed in; once',
      body: access.SetUpRequest,
      errors: ['already-set-up'],
    },
    201,
  ),
  lookAtLink: answering(access.LinkAnswer, {
    role: 'anyone',
    summary: 'What the link of an invitation or a reset is for',
    body: access.LinkRequest,
    errors: ['link-lapsed'],
  }),
  useLink: answering(access.SessionAnswer, {
    role: 'anyone',
    summary: 'Sets the password by the link of an invitation or a reset, and signs in; all other sessions end',
    body: access.LinkUse,
    errors: ['link-lapsed'],
  }),
  askForReset: silent({
    role: 'anyone',
    summary: 'Sends a link to set a new password, if the address belongs to somebody; answers alike if not',
    body: access.ResetRequest,
    errors: ['too-many-tries'],
  }),
  changePassword: silent({
    role: 'reader',
    summary: 'Changes one’s own password; all one’s other sessions end',
    body: access.PasswordRequest,
    errors: ['too-many-tries'],
  }),
  listOwnSessions: answering(access.OwnSessions, { role: 'reader', summary: 'Where one is signed in' }),
  endOwnSession: silent({ role: 'reader', summary: 'Ends one of one’s own sessions', params, errors: NOT_FOUND }),

  listPeople: answering(access.PeopleAnswer, {
    role: 'administrator',
    summary: 'Everybody who may sign in, was invited, or was removed',
  }),
  invitePerson: answering(
    access.PersonRecord,
    {
      role: 'administrator',
      summary: 'Sends an invitation, whose link holds for seven days',
      body: access.InviteRequest,
    },
    201,
  ),
  inviteAgain: silent({
    role: 'administrator',
    summary: 'Sends a new invitation to who has not accepted; the link before holds no longer',
    params,
    errors: NOT_FOUND,
  }),
  updatePerson: silent({
    role: 'administrator',
    summary: 'Gives a person another role',
    params,
    body: access.PersonUpdate,
    errors: ['not-found', 'last-administrator'],
  }),
  removePerson: silent({
    role: 'administrator',
    summary: 'Removes a person, whose sessions end at once; the log keeps the name',
    params,
    errors: ['not-found', 'last-administrator'],
  }),
  endSessions: silent({
    role: 'administrator',
    summary: 'Ends all sessions of a person',
    params,
    errors: NOT_FOUND,
  }),

  listKeys: answering(access.KeysAnswer, { role: 'administrator', summary: 'All keys, without what they are' }),
  createKey: answering(
    access.KeyMade,
    { role: 'administrator', summary: 'A new key for a shop; told this once', body: access.KeyDraft },
    201,
  ),
  revokeKey: silent({ role: 'administrator', summary: 'Ends a key at once', params, errors: NOT_FOUND }),

  listMessages: answering(access.MailboxAnswer, {
    role: 'administrator',
    summary: 'The latest 200 messages in the stand-in mailbox, the newest first',
  }),
  getMessage: answering(access.MessageAnswer, {
    role: 'administrator',
    summary: 'A message in the stand-in mailbox',
    params,
    errors: NOT_FOUND,
  }),
  getMessageFile: sending({
    role: 'administrator',
    summary: 'A message as a file of e-mail, .eml',
    params,
    errors: NOT_FOUND,
  }),
} as const
