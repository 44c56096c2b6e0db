import { type Rate, takeOfRate } from '../../data/tries/index.ts'
import type { Clock } from '../../platform/clock.ts'
import type { Database } from '../../platform/db/openDatabase.ts'
import { MEDIA_TYPES } from '../../platform/files/writeTable.ts'
import { originOf } from '../../http/originOf.ts'
import { senderOf } from '../../http/senderOf.ts'
import type { HandlersOf } from '../../http/serveEndpoints.ts'
import { writeContacts } from '../contacts/contacts.ts'
import { listCodePages } from '../../data/codes/index.ts'
import type { HandOutsService } from './handOuts.service.ts'

type Own =
  | 'listCodePages'
  | 'createCodePage'
  | 'updateCodePage'
  | 'deleteCodePage'
  | 'getContacts'
  | 'eraseContact'
  | 'getShopCodePage'
  | 'requestCode'
  | 'confirmConsent'

/** Twenty at once, then one every three seconds: an office may sit behind one address. */
const OF_SENDER: Rate = { burst: 20, everyS: 3 }

interface Deps {
  readonly database: Database
  readonly wallClock: Clock
  readonly origins: readonly string[]
  readonly handOuts: HandOutsService
}

export function createHandOutsHandlers({ database, wallClock, origins, handOuts }: Deps): HandlersOf<Own> {
  return {
    listCodePages: () => listCodePages(database),
    createCodePage: ({ body, by }) => handOuts.create(body, by),
    updateCodePage: ({ params, body, by }) => handOuts.update(params.id, body, by),
    deleteCodePage: async ({ params, query, by }) => {
      await handOuts.remove(params.id, Number(query.version), by)
    },
    getContacts: async () => ({
      name: 'contacts.csv',
      mediaType: MEDIA_TYPES.csv,
      bytes: await writeContacts(database),
    }),
    eraseContact: async ({ body, by }) => {
      await handOuts.forget(body.email, by)
    },
    getShopCodePage: ({ params }) => handOuts.show(params.slug),
    requestCode: async ({ params, body, request }) => {
      await takeOfRate(database, `code pages ${senderOf(request)}`, OF_SENDER, {
        now: wallClock.now(),
        refusal: 'too-many-requests',
      })
      return { code: await handOuts.ask(params.slug, body, originOf(request, origins)) }
    },
    confirmConsent: async ({ body }) => {
      await handOuts.confirm(body.token)
    },
  }
}
