import { existsSync } from 'node:fs'
import { readFile } from 'node:fs/promises'
import { join } from 'node:path'
import { PAGE_ROOTS } from '@novalex/contract'
import express, { type Express, type Router } from 'express'
import expressStaticGzip from 'express-static-gzip'
import { findKeyHolder } from '../data/keys/index.ts'
import { namesWithRole } from '../data/people/index.ts'
import { hasStore } from '../data/store/index.ts'
import { createSessions } from '../features/access/sessions.ts'
import { createStandInRouter } from '../features/standIn/standIn.router.ts'
import { readShopCookies } from '../features/shop/shopCookie.ts'
import { addApiMiddleware, addRequestMiddleware } from '../http/frame.ts'
import { handleError } from '../http/handleError.ts'
import { answerAlive, createReadyCheck } from '../http/health.ts'
import { createIdentify, type Identify } from '../http/identity.ts'
import { createMetricsAnswer, timeRequest, watchPool } from '../http/metrics.ts'
import { serveEndpoints } from '../http/serveEndpoints.ts'
import { createTaskQueues } from '../http/taskQueues.ts'
import { AppError } from '../platform/errors/AppError.ts'
import type { Config } from '../platform/config.ts'
import type { Services } from './createServices.ts'
import { createHandlers } from './handlers.ts'

/** `cookieSecret` signs the cookies. */
export function createApp(services: Services, cookieSecret: string): Express {
  const { config, database, logger, wallClock } = services
  const identify = createIdentify({
    findKeyHolder: (key) => findKeyHolder(database, key, wallClock.now()),
    namesWithRole: (roles) => namesWithRole(database, roles),
  })
  const app = express()
  addRequestMiddleware(app, { config, logger })
  app.use(timeRequest)
  watchPool(database)
  // Mounted first: most requests go to the API.
  app.use('/api', createApi(services, { identify, cookieSecret }))
  app.use('/simulated-partner', createStandInRouter(services))
  app.get('/healthz', answerAlive)
  app.get(
    '/readyz',
    createReadyCheck(database, () => hasStore(database)),
  )
  app.get('/metrics', createMetricsAnswer(identify))
  if (existsSync(config.webFolder)) servePages(app, config)
  app.use(() => {
    throw new AppError('no-such-page')
  })
  app.use(handleError)
  return app
}

interface Access {
  readonly identify: Identify
  readonly cookieSecret: string
}

function createApi(services: Services, { identify, cookieSecret }: Access): Router {
  const { config, database, wallClock } = services
  const { checksAnswers, isShopOpen } = config
  const api = express.Router()
  addApiMiddleware(api, config)
  api.use(createSessions(database, cookieSecret, wallClock))
  api.use(readShopCookies(cookieSecret))
  serveEndpoints(api, createHandlers(services), { checksAnswers, identify, isShopOpen, queues: createTaskQueues() })
  api.use(() => {
    throw new AppError('no-such-page')
  })
  return api
}

/** Under which the web application has pages. */
const PAGES = new RegExp(`^/(${PAGE_ROOTS.join('|')})?(/|$)`)

/** The built web application. Every address gets it, for it also says that there is no such page. */
function servePages(app: Express, { webFolder: folder, language }: Config): void {
  const serve = (path: string, serveStatic: expressStaticGzip.ExpressStaticGzipOptions['serveStatic']) =>
    expressStaticGzip(path, { enableBrotli: true, orderPreference: ['br'], index: false, serveStatic })
  app.use('/assets', serve(join(folder, 'assets'), { immutable: true, maxAge: '1y', fallthrough: false }))
  app.use(serve(folder, {}))
  app.get('/favicon.ico', (_request, response) => {
    response.redirect(301, '/mark.svg')
  })
  app.get(/^\/(?!api\/|assets\/|\.well-known\/).*/, async ({ path }, response) => {
    const page = await readFile(join(folder, 'index.html'), 'utf8')
    response
      .status(PAGES.test(path) ? 200 : 404)
      .set('cache-control', 'no-cache')
      .type('html')
    response.send(page.replace('<html lang="en">', `<html lang="${language}">`))
  })
}
