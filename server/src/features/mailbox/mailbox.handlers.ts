import type { Database } from '../../platform/db/openDatabase.ts'
import type { HandlersOf } from '../../http/serveEndpoints.ts'
import { getMessage, listMessages } from '../../data/letters/index.ts'
import { writeEml } from './writeEml.ts'

type Own = 'listMessages' | 'getMessage' | 'getMessageFile'

interface Deps {
  readonly database: Database
}

export function createMailboxHandlers({ database }: Deps): HandlersOf<Own> {
  return {
    listMessages: () => listMessages(database),
    getMessage: ({ params }) => getMessage(database, params.id),
    getMessageFile: async ({ params }) => {
      const message = await getMessage(database, params.id)
      return { name: `message-${message.id}.eml`, mediaType: 'message/rfc822', bytes: await writeEml(message) }
    },
  }
}
