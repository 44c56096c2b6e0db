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
  routes.post('/', express.raw({ type: [...UPLOAD_TYPES], limit: MAX_UPLOAD_BYTES }), async (request, response) => {
    if (!Buffer.isBuffer(request.body))
      throw new AppError('wrong-media-type', { facts: { wanted: UPLOAD_TYPES.join(', ') } })
    const { kind = 'products' } = parseQuery(ImportQuery, request)
    const fileName = readFileName(request.get('x-file-name'))
    response.status(202).json(await imports.start({ kind, fileName, file: request.body, by: actorOf(request) }))
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

/** Percent-encoded, since a header holds ASCII only. */
function readFileName(header: string | undefined): string {
  try {
    return decodeURIComponent(header ?? '').slice(0, FILE_NAME_MAX) || 'file'
  } catch {
    return 'file'
  }
}
