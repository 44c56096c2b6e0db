import { heads } from '../../locale/catalogue.ts'
import { toIso } from '@novalex/core'
import { LOGGED_ACTIONS, type LoggedThing } from '@novalex/contract'
import type { Database } from '../../platform/db/openDatabase.ts'
import { MEDIA_TYPES, writeTable } from '../../platform/files/writeTable.ts'
import type { Identity } from '../../http/identity.ts'
import type { HandlersOf } from '../../http/serveEndpoints.ts'
import { type Entry, type Filters, listActivity, listActors } from '../../data/activity/index.ts'

const SHOWN = 100
/** More than that is no file to read. */
const IN_FILE = 100_000

interface Asked {
  readonly by?: string
  readonly thing?: LoggedThing
  readonly subject?: string
}

const toFilters = ({ thing, ...filters }: Asked): Filters => ({
  ...filters,
  ...(thing === undefined ? {} : { actions: LOGGED_ACTIONS[thing] }),
})

/** Name of the subject, if the entry has one. */
function nameIn(detail: unknown): string | null {
  const { name } = (detail ?? {}) as { name?: unknown }
  return typeof name === 'string' ? name : null
}

const toAnswer = ({ at, detail, ...entry }: Entry, who: Identity) => ({
  ...entry,
  at: toIso(at),
  name: nameIn(detail),
  detail: who.kind === 'person' && who.account.role === 'administrator' ? detail : withoutEmails(detail),
})

/** People's addresses are for administrators, as on the page People. */
function withoutEmails(detail: unknown): unknown {
  if (typeof detail !== 'object' || detail === null || Array.isArray(detail)) return detail
  const entries = Object.entries(detail).filter(([key]) => key !== 'email')
  return Object.fromEntries(entries.map(([key, value]: [string, unknown]) => [key, withoutEmails(value)]))
}

interface Deps {
  readonly database: Database
}

export function createActivityHandlers({ database }: Deps): HandlersOf<'listActivity' | 'getActivityFile'> {
  return {
    listActivity: async ({ query: { before, ...asked }, who }) => {
      const filters = { ...toFilters(asked), ...(before === undefined ? {} : { before: Number(before) }) }
      const [found, people] = await Promise.all([listActivity(database, filters, SHOWN + 1), listActors(database)])
      return {
        entries: found.slice(0, SHOWN).map((entry) => toAnswer(entry, who)),
        hasMore: found.length > SHOWN,
        people,
      }
    },
    getActivityFile: async ({ query, who }) => {
      const entries = (await listActivity(database, toFilters(query), IN_FILE)).map((entry) => toAnswer(entry, who))
      const rows = entries.map(({ at, by, action, subject, name, detail }) => [
        at,
        by,
        action,
        subject,
        name ?? '',
        JSON.stringify(detail),
      ])
      const bytes = await writeTable({ columns: heads.activity, numbers: [], rows }, 'csv')
      return { name: 'log.csv', mediaType: MEDIA_TYPES.csv, bytes }
    },
  }
}
