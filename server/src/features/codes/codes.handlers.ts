import type { HandlersOf } from '../../http/serveEndpoints.ts'
import type { Database } from '../../platform/db/openDatabase.ts'
import { getBatch, listBatches } from '../../data/codes/index.ts'
import type { CodesService } from './codes.service.ts'

type Own =
  | 'listCodeBatches'
  | 'createCodeBatch'
  | 'getCodeBatch'
  | 'getCodes'
  | 'voidCodeBatch'
  | 'lookUpCode'
  | 'voidCode'
  | 'markCodeIssued'

interface Deps {
  readonly database: Database
  readonly codes: CodesService
}

export function createCodesHandlers({ database, codes }: Deps): HandlersOf<Own> {
  return {
    listCodeBatches: () => listBatches(database),
    createCodeBatch: ({ body, by }) => codes.create(body, by),
    getCodeBatch: ({ params }) => getBatch(database, params.id),
    getCodes: ({ params: { id, type }, by }) => codes.download(id, type, by),
    voidCodeBatch: ({ params, by }) => codes.voidBatch(params.id, by),
    lookUpCode: ({ params }) => codes.lookUp(params.code),
    voidCode: ({ params, by }) => codes.voidCode(params.code, by),
    markCodeIssued: ({ params, body, by }) => codes.mark(params.code, body.recipient, by),
  }
}
