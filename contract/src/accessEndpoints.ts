import * as access from './accessSchema.ts'
import { IdParams as params } from './addressSchema.ts'
import { answering, NOT_FOUND, sending, silent } from './endpoint.ts'
import { WebhookDraft, WebhookMade, WebhooksAnswer } from './webhookSchema.ts'

/** The endpoints about who may do what: signing in, people, keys, the stand-in mailbox. */
export const ACCESS_ENDPOINTS = {
  getSession: answering(access.SessionAnswer, {
    role: 'anyone',
    summary: 'Get the signed-in person, whether the first administrator is still needed, and the people of the demo',
  }),
  signIn: answering(access.SessionAnswer, {
    role: 'anyone',
    summary: 'Sign in with email and password; the response sets the cookie of a new session',
    body: access.SignInRequest,
    errors: ['sign-in-failed', 'too-many-attempts'],
  }),
  signInToDemo: answering(access.SessionAnswer, {
    role: 'anyone',
    summary: 'Sign in as one of the demo’s people; only available with the demo',
    body: access.DemoSignInRequest,
    errors: NOT_FOUND,
  }),
  signOut: silent({ role: 'anyone', summary: 'End the session of the request, if any' }),
  setUp: answering(
    access.SessionAnswer,
    {
      role: 'anyone',
      summary: 'Create the store and its first administrator, and sign in; only once',
      body: access.SetUpRequest,
      errors: ['already-set-up'],
    },
    201,
  ),
  getLink: answering(access.LinkAnswer, {
    role: 'anyone',
    summary: 'Get the purpose of an invitation or reset link',
    body: access.LinkRequest,
    errors: ['link-lapsed'],
  }),
  useLink: answering(access.SessionAnswer, {
    role: 'anyone',
    summary: 'Set the password with an invitation or reset link and sign in; ends all other sessions',
    body: access.LinkUse,
    errors: ['link-lapsed'],
  }),
  requestPasswordReset: silent({
    role: 'anyone',
    summary: 'Send a password reset link if the address has an account; the response is the same if not',
    body: access.ResetRequest,
    errors: ['too-many-attempts'],
  }),
  changePassword: silent({
    role: 'reader',
    summary: 'Change your own password; ends your other sessions',
    body: access.PasswordRequest,
    errors: ['too-many-attempts'],
  }),
  listOwnSessions: answering(access.OwnSessions, { role: 'reader', summary: 'List your own sessions' }),
  endOwnSession: silent({ role: 'reader', summary: 'End one of your own sessions', params, errors: NOT_FOUND }),

  listPeople: answering(access.PeopleAnswer, {
    role: 'administrator',
    summary: 'List active, invited and removed people',
  }),
  invitePerson: answering(
    access.PersonRecord,
    {
      role: 'administrator',
      summary: 'Invite a person; the link is valid for seven days',
      body: access.InviteRequest,
    },
    201,
  ),
  resendInvitation: silent({
    role: 'administrator',
    summary: 'Resend an invitation and invalidate the previous link',
    params,
    errors: NOT_FOUND,
  }),
  updatePerson: silent({
    role: 'administrator',
    summary: 'Change the role of a person',
    params,
    body: access.PersonUpdate,
    errors: ['not-found', 'last-administrator'],
  }),
  removePerson: silent({
    role: 'administrator',
    summary: 'Remove a person and end their sessions; the activity log retains the name',
    params,
    errors: ['not-found', 'last-administrator'],
  }),
  endSessions: silent({
    role: 'administrator',
    summary: 'End all sessions of a person',
    params,
    errors: NOT_FOUND,
  }),

  listKeys: answering(access.KeysAnswer, { role: 'administrator', summary: 'List API keys, without their secrets' }),
  createKey: answering(
    access.KeyMade,
    {
      role: 'administrator',
      summary: 'Create an API key for a shop; its secret is returned once',
      body: access.KeyDraft,
    },
    201,
  ),
  revokeKey: silent({ role: 'administrator', summary: 'Revoke an API key immediately', params, errors: NOT_FOUND }),
  listWebhooks: answering(WebhooksAnswer, {
    role: 'administrator',
    summary: 'List webhooks with their latest deliveries',
  }),
  createWebhook: answering(
    WebhookMade,
    {
      role: 'administrator',
      summary: 'Create a webhook; the secret that signs what is sent is returned only once',
      body: WebhookDraft,
    },
    201,
  ),
  deleteWebhook: silent({
    role: 'administrator',
    summary: 'Delete a webhook with its deliveries',
    params,
    errors: NOT_FOUND,
  }),

  listMessages: answering(access.MailboxAnswer, {
    role: 'administrator',
    summary: 'List the latest 200 emails in the simulated outbox, newest first',
  }),
  getMessage: answering(access.MessageAnswer, {
    role: 'administrator',
    summary: 'Get an email in the simulated outbox',
    params,
    errors: NOT_FOUND,
  }),
  getMessageFile: sending({
    role: 'administrator',
    summary: 'Download an email as .eml',
    params,
    errors: NOT_FOUND,
  }),
} as const
