import type { WebhookEvent } from '@novalex/contract'
import { plural } from '@novalex/words'

const FAILURES: Readonly<Record<string, string>> = {
  ENOTFOUND: 'host not found',
  EAI_AGAIN: 'host not found',
  ECONNREFUSED: 'connection refused',
  ECONNRESET: 'connection reset',
  EHOSTUNREACH: 'host can’t be reached',
  ENETUNREACH: 'host can’t be reached',
  ETIMEDOUT: 'no connection',
}

/** The words about webhooks. */
export const webhookWords = {
  title: 'Webhooks',
  hint: 'Addresses that are told at once what happened. Each message is signed with the secret of its webhook.',
  none: 'No webhooks yet.',
  make: 'Add webhook',
  makeAct: 'Create webhook',
  madeTitle: 'Secret of the webhook',
  madeHint: 'Copy it now: it is shown only once. The receiver checks signatures with it.',
  url: 'Address',
  remove: 'Delete webhook',
  removed: (url: string) => `Webhook to ${url} deleted.`,
  columns: { events: 'Events', answers: 'Latest deliveries' },
  nothing: 'nothing sent yet',
  events: { 'release.published': 'Release published', 'order.cancelled': 'Order cancelled' } satisfies Record<
    WebhookEvent,
    string
  >,
  /** Why an attempt failed, as the server notes it. */
  why: (note: string) =>
    /^(?:ERR_TLS|CERT_|DEPTH_ZERO|SELF_SIGNED|UNABLE_TO)/.test(note) ? 'invalid certificate' : (FAILURES[note] ?? note),
  delivered: (event: string, at: string) => `${event}, ${at}: delivered`,
  waiting: (event: string) => `${event}: being sent`,
  again: (event: string, note: string, at: string) => `${event}: ${note}; next attempt ${at}`,
  failed: (event: string, note: string, attempts: number) =>
    `${event}: ${note}; not delivered after ${plural(attempts, 'attempt')}`,
}
