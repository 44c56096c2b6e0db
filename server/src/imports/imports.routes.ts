import { ImportQuery } from '@novalex/contract'
import express, { Router } from 'express'
import { AppError } from '../http/AppError.ts'
import { actorOf } from '../http/actor.ts'
import { parseQuery } from '../http/validate.ts'
import type { ImportsService } from './imports.service.ts'

export const MAX_UPLOAD_BYTES = 32 * 2 ** 20
const FILE_NAME_MAX = 200

export function createImportsRoutes(imports: ImportsService): Router {
  const routes = Router()
  routes.post('/', express.raw({ type: 'text/csv', limit: MAX_UPLOAD_BYTES }), async (request, response) => {
    if (!Buffer.isBuffer(request.body)) throw new AppError('wrong-media-type', { facts: { wanted: 'text/csv' } })
    const { kind = 'products' } = parseQuery(ImportQuery, request)
    const fileName = readFileName(request.get('x-file-name'))
    response.status(202).json(await imports.start({ kind, fileName, file: request.body, by: actorOf(request) }))
  })
  routes.get('/:id', async (request, response) => {
    response.json(await imports.get(request.params.id))
  })
  routes.post('/:id/accept', async (request, response) => {
    response.status(202).json(await imports.accept(request.params.id))
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
    return decodeURIComponent(header ?? '').slice(0, FILE_NAME_MAX) || 'products.csv'
  } catch {
    return 'products.csv'
  }
}
