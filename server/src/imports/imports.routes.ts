import { AcceptRequest, IdParams, ImportQuery, RejectedParams, UploadHeaders } from '@novalex/contract'
import express, { Router } from 'express'
import { AppError } from '../http/AppError.ts'
import { MEDIA_TYPES, readType } from '../files/writeTable.ts'
import { actorOf } from '../http/actor.ts'
import { parseBody, parseHeaders, parseParams, parseQuery } from '../http/validate.ts'
import type { ImportsService } from './imports.service.ts'
import type { TakeIn } from './takeIn.ts'

const UPLOAD_TYPES = ['text/csv', 'application/json', MEDIA_TYPES.xlsx] as const
const FILE_NAME_MAX = 200
const RETRY_AFTER_S = 5

export function createImportsRoutes(imports: ImportsService, takeIn: TakeIn): Router {
  const routes = Router()
  routes.post('/', async (request, response) => {
    if (!request.is([...UPLOAD_TYPES]))
      throw new AppError('wrong-media-type', { facts: { wanted: UPLOAD_TYPES.join(', ') } })
    const { kind = 'products' } = parseQuery(ImportQuery, request)
    const headers = parseHeaders(UploadHeaders, request)
    const upload = { kind, fileName: readFileName(headers['x-file-name']), by: actorOf(request) }
    // What is not taken in whole is not read on; the connection ends with the answer.
    response.set({ connection: 'close', 'retry-after': String(RETRY_AFTER_S) })
    const status = await takeIn(request, (path) => imports.start({ ...upload, path }))
    response.removeHeader('connection')
    response.removeHeader('retry-after')
    response.status(202).json(status)
  })
  routes.get('/', async (_request, response) => {
    response.json(await imports.listUndoable())
  })
  routes.get('/:id', async (request, response) => {
    response.json(await imports.get(parseParams(IdParams, request).id))
  })
  routes.get('/:id/rejected.:type', async (request, response) => {
    const { id, type } = parseParams(RejectedParams, request)
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
    response.status(202).json(await imports.accept(parseParams(IdParams, request).id, rows))
  })
  routes.post('/:id/undo', async (request, response) => {
    response.json(await imports.undo(parseParams(IdParams, request).id, actorOf(request)))
  })
  routes.delete('/:id', async (request, response) => {
    await imports.remove(parseParams(IdParams, request).id)
    response.status(204).end()
  })
  return routes
}

/** Percent-encoded, since a header holds ASCII only. */
function readFileName(header: string | undefined): string {
  try {
    return decodeURIComponent(header ?? '').slice(0, FILE_NAME_MAX) || 'file'
  } catch {
    return 'file'
  }
}
