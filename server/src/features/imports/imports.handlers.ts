import { AppError } from '../../platform/errors/AppError.ts'
import { MEDIA_TYPES } from '../../platform/files/writeTable.ts'
import type { HandlersOf } from '../../http/serveEndpoints.ts'
import type { ImportsService } from './imports.service.ts'
import { MAX_ORDERS_BYTES, MAX_UPLOAD_BYTES, type ReceiveUpload } from './receiveUpload.ts'

const FILE_NAME_MAX = 200
const RETRY_AFTER_S = 5

type Own =
  | 'startImport'
  | 'listImports'
  | 'getImport'
  | 'readImport'
  | 'acceptImport'
  | 'getRejectedRows'
  | 'undoImport'
  | 'removeImport'

interface Deps {
  readonly imports: ImportsService
  readonly receiveUpload: ReceiveUpload
}

export function createImportsHandlers({ imports, receiveUpload }: Deps): HandlersOf<Own> {
  return {
    startImport: async ({ query: { kind = 'products' }, headers, by, request, response }) => {
      const upload = { kind, fileName: readFileName(headers['x-file-name']), by }
      // What is not taken in whole is not read on; the connection ends with the answer.
      response.set({ connection: 'close', 'retry-after': String(RETRY_AFTER_S) })
      const maxBytes = kind === 'orders' ? MAX_ORDERS_BYTES : MAX_UPLOAD_BYTES
      const status = await receiveUpload({ request, by, maxBytes }, (path) => imports.start({ ...upload, path }))
      response.removeHeader('connection')
      response.removeHeader('retry-after')
      return status
    },
    listImports: () => imports.listUndoable(),
    getImport: ({ params }) => imports.get(params.id),
    readImport: ({ params, body }) => imports.read(params.id, body),
    acceptImport: ({ params, body }) => imports.accept(params.id, body?.rows ?? 'all'),
    getRejectedRows: async ({ params: { id, type } }) => {
      const { kind } = await imports.get(id)
      if ((kind === 'plan') !== (type === 'json')) throw new AppError('no-such-page')
      const tableType = type === 'json' ? 'csv' : type
      return {
        name: `rejected.${type}`,
        mediaType: type === 'json' ? 'application/json' : MEDIA_TYPES[type],
        bytes: await imports.writeRejected(id, tableType),
      }
    },
    undoImport: ({ params, by }) => imports.undo(params.id, by),
    removeImport: async ({ params }) => {
      await imports.remove(params.id)
    },
  }
}

/** Percent-encoded, since a header holds ASCII only. */
function readFileName(header: string | undefined): string {
  try {
    return decodeURIComponent(header ?? '').slice(0, FILE_NAME_MAX) || 'file'
  } catch {
    return 'file'
  }
}
