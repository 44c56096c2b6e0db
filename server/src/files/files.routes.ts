import { IMPORT_KINDS, type ImportKind } from '@novalex/contract'
import { Router } from 'express'
import type { Clock } from '../clock.ts'
import { AppError } from '../http/AppError.ts'
import type { Threads } from '../threads/threads.ts'
import { TABLE_FORMATS, writeTemplate, type TableKind } from './exportFile.ts'
import { MEDIA_TYPES, readType } from './writeTable.ts'

/** Files out: what is there, and templates to fill in. */
export function createFilesRoutes({ threads, clock }: { threads: Threads; clock: Clock }): Router {
  const routes = Router()
  routes.get('/plan.json', async (_request, response) => {
    const file = await threads.run('exportFile', { kind: 'plan', type: 'csv', now: clock.now() })
    response.attachment('plan.json').type('application/json').send(Buffer.from(file))
  })
  routes.get('/templates/:kind.:type', async (request, response) => {
    const kind = readKind(request.params.kind)
    const type = readType(request.params.type)
    response
      .attachment(`${kind}-template.${type}`)
      .type(MEDIA_TYPES[type])
      .send(await writeTemplate(kind, type))
  })
  routes.get('/:kind.:type', async (request, response) => {
    const kind = readKind(request.params.kind)
    const type = readType(request.params.type)
    const file = await threads.run('exportFile', { kind, type, now: clock.now() })
    response.attachment(`${kind}.${type}`).type(MEDIA_TYPES[type]).send(Buffer.from(file))
  })
  return routes
}

function readKind(text: string): TableKind {
  const kind = IMPORT_KINDS.find((one): one is ImportKind => one === text)
  if (kind === undefined || kind === 'plan' || !(kind in TABLE_FORMATS)) throw new AppError('no-such-page')
  return kind
}
