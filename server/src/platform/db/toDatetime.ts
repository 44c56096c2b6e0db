import type { Instant } from '@novalex/core'

/** An instant as it stands in a table that is loaded as text. */
export const toDatetime = (at: Instant) => new Date(at).toISOString().slice(0, -1).replace('T', ' ')
