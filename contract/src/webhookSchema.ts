import { Type, type Static } from '@sinclair/typebox'
import { choice, Id, InstantText, Nullable, strict, Whole } from './basicSchema.ts'

/** What shops are told without asking. */
export const WEBHOOK_EVENTS = ['release.published', 'order.cancelled'] as const
export type WebhookEvent = (typeof WEBHOOK_EVENTS)[number]

const fields = {
  url: Type.String({ maxLength: 500, pattern: '^https?://[^\\s/]\\S*$' }),
  events: Type.Array(choice(...WEBHOOK_EVENTS), { minItems: 1, maxItems: WEBHOOK_EVENTS.length, uniqueItems: true }),
}

export const WebhookDraft = Type.Object(fields, strict)
export type WebhookDraft = Static<typeof WebhookDraft>

const DeliverySchema = Type.Object(
  {
    id: Whole,
    event: Type.String(),
    at: InstantText,
    attempts: Whole,
    state: choice('waiting', 'delivered', 'failed'),
    /** HTTP status of the last answer; null: none. */
    status: Nullable(Whole),
    /** Why the last attempt failed; empty: it did not. */
    note: Type.String(),
    /** When the next attempt is due; null: there will be none. */
    dueAt: Nullable(InstantText),
  },
  strict,
)
export type WebhookDelivery = Static<typeof DeliverySchema>

export const WebhookRecord = Type.Object(
  {
    id: Id,
    ...fields,
    createdAt: InstantText,
    createdBy: Type.String(),
    /** The latest, newest first. */
    deliveries: Type.Array(DeliverySchema),
  },
  strict,
)
export type WebhookRecord = Static<typeof WebhookRecord>
export const WebhooksAnswer = Type.Array(WebhookRecord)

/** The only time that the secret is told. */
export const WebhookMade = Type.Object({ secret: Type.String(), id: Id }, strict)
