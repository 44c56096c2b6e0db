import { AcceptRequest, ImportQuery } from '@novalex/contract'
import express, { Router } from 'express'
import { AppError } from '../http/AppError.ts'
import { MEDIA_TYPES, readType } from '../files/writeTable.ts'
import { actorOf } from '../http/actor.ts'
import { parseBody, parseQuery } from '../http/validate.ts'
import type { ImportsService } from './imports.service.ts'

export const MAX_UPLOAD_BYTES = 32 * 2 ** 20
const UPLOAD_TYPES = ['text/csv', 'application/json', MEDIA_TYPES.xlsx] as const
const FILE_NAME_MAX = 200

export function createImportsRoutes(imports: ImportsService): Router {
  const routes = Router()
  routes.post('/', async (request, response) => {
    if (!request.is([...UPLOAD_TYPES]))
      throw new AppError('wrong-media-type', { facts: { wanted: UPLOAD_TYPES.join(', ') } })
    const { kind = 'products' } = parseQuery(ImportQuery, request)
    if (Number(request.get('content-length') ?? 0) > MAX_UPLOAD_BYTES) throw tooLarge()
    const fileName = readFileName(request.get('x-file-name'))
    const upload = { kind, fileName, file: limitBytes(request), by: actorOf(request) }
    response.status(202).json(await imports.start(upload))
  })
  routes.get('/', async (_request, response) => {
    response.json(await imports.listUndoable())
  })
  routes.get('/:id', async (request, response) => {
    response.json(await imports.get(request.params.id))
  })
  routes.get('/:id/rejected.:type', async (request, response) => {
    const { id, type } = request.params
    const { kind } = await imports.get(id)
    if ((kind === 'plan') !== (type === 'json')) throw new AppError('no-such-page')
    const tableType = kind === 'plan' ? 'csv' : readType(type)
    const file = await imports.writeRejected(id, tableType)
    response
      .attachment(`rejected.${type}`)
      .type(kind === 'plan' ? 'application/json' : MEDIA_TYPES[tableType])
      .send(Buffer.from(file))
  })
  routes.post('/:id/accept', express.json(), async (request, response) => {
    const { rows = 'all' } = request.body === undefined ? {} : parseBody(AcceptRequest, request)
    response.status(202).json(await imports.accept(request.params.id, rows))
  })
  routes.post('/:id/undo', async (request, response) => {
    response.json(await imports.undo(request.params.id, actorOf(request)))
  })
  routes.delete('/:id', async (request, response) => {
    await imports.remove(request.params.id)
    response.status(204).end()
  })
  return routes
}

const tooLarge = () => new AppError('too-large', { facts: { maxBytes: MAX_UPLOAD_BYTES } })

async function* limitBytes(pieces: AsyncIterable<Uint8Array>): AsyncGenerator<Uint8Array> {
  let bytes = 0
  for await (const piece of pieces) {
    bytes += piece.length
    if (bytes > MAX_UPLOAD_BYTES) throw tooLarge()
    yield piece
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
