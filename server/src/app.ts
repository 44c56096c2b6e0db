import { existsSync } from 'node:fs'
import { join } from 'node:path'
import compression from 'compression'
import express, { type Express, type Router } from 'express'
import expressStaticGzip from 'express-static-gzip'
import type { Logger } from 'pino'
import { createActivityRoutes } from './activity/activity.routes.ts'
import { createCatalogueRoutes } from './catalogue/catalogue.routes.ts'
import { createCatalogueService } from './catalogue/catalogue.service.ts'
import { createProductTable } from './catalogue/productTable.service.ts'
import { createCampaignsRoutes } from './campaigns/campaigns.routes.ts'
import { createCampaignsService } from './campaigns/campaigns.service.ts'
import type { Clock } from './clock.ts'
import type { Config } from './config.ts'
import type { Database } from './db/openDatabase.ts'
import { AppError } from './http/AppError.ts'
import { frameApi, frameRequests } from './http/frame.ts'
import { handleError } from './http/handleError.ts'
import { parseJson } from './http/parseJson.ts'
import { createHealthCheck } from './http/health.ts'
import { createImportsRoutes } from './imports/imports.routes.ts'
import { createFilesRoutes } from './files/files.routes.ts'
import type { ImportsService } from './imports/imports.service.ts'
import { createTakeIn } from './imports/takeIn.ts'
import { createOccasionsRoutes } from './occasions/occasions.routes.ts'
import { createOccasionsService } from './occasions/occasions.service.ts'
import { createPlanRoutes } from './plan/plan.routes.ts'
import type { PlanSource } from './plan/planSource.ts'
import { createPriceHistory } from './prices/priceHistory.service.ts'
import { createPricesRoutes } from './prices/prices.routes.ts'
import { createPromotionsRoutes } from './promotions/promotions.routes.ts'
import { createPromotionsService } from './promotions/promotions.service.ts'
import { createRepriceRoutes } from './reprice/reprice.routes.ts'
import { createTakeOffService } from './reprice/takeOff.service.ts'
import { createReleasesRoutes } from './releases/releases.routes.ts'
import { createReleasesService } from './releases/releases.service.ts'
import { createSetsRoutes } from './sets/sets.routes.ts'
import { createSetsService } from './sets/sets.service.ts'
import { createShoppersRoutes } from './shoppers/shoppers.routes.ts'
import { createShopRoutes } from './shop/shop.routes.ts'
import { createStackingRoutes } from './stacking/stacking.routes.ts'
import { createStoreRoutes } from './store/store.routes.ts'
import { createTestCartsRoutes } from './testCarts/testCarts.routes.ts'
import { createAnswers } from './threads/createAnswers.ts'
import type { Threads } from './threads/threads.ts'

export interface AppDeps {
  readonly config: Config
  readonly database: Database
  readonly plans: PlanSource
  readonly threads: Threads
  readonly clock: Clock
  readonly imports: ImportsService
  readonly logger: Logger
}

export function createApp(deps: AppDeps): Express {
  const { config, database, logger } = deps
  const app = express()
  frameRequests(app, { config, logger })
  app.get('/healthz', createHealthCheck(database))
  app.use(compression())
  app.use('/api', createApi(deps))
  if (existsSync(config.webFolder)) servePages(app, config.webFolder)
  app.use(() => {
    throw new AppError('no-such-page')
  })
  app.use(handleError)
  return app
}

function createApi(deps: AppDeps): Router {
  const { config, database } = deps
  const api = express.Router()
  const promotions = createPromotionsService(deps)
  frameApi(api, config)
  const answers = createAnswers(deps.threads)
  api.use('/imports', createImportsRoutes(deps.imports, createTakeIn(config.uploads)))
  api.use(parseJson)
  api.use('/store', createStoreRoutes(deps))
  const history = createPriceHistory(database)
  const table = createProductTable(deps.plans, history)
  api.use(createCatalogueRoutes({ ...deps, table, catalogue: createCatalogueService(deps) }))
  api.use('/promotions', createPromotionsRoutes(database, promotions))
  api.use('/campaigns', createCampaignsRoutes(database, createCampaignsService(deps)))
  api.use('/occasions', createOccasionsRoutes(createOccasionsService(deps)))
  api.use('/sets', createSetsRoutes(createSetsService(deps)))
  api.use('/releases', createReleasesRoutes(database, createReleasesService({ ...deps, answers })))
  api.use(createPlanRoutes({ ...deps, answers }))
  api.use('/stacking', createStackingRoutes({ ...deps, answers }))
  api.use('/test-carts', createTestCartsRoutes(deps))
  api.use(createPricesRoutes({ ...deps, history }))
  api.use(createRepriceRoutes({ ...deps, takeOff: createTakeOffService({ ...deps, history }) }))
  api.use('/shop', createShopRoutes({ ...deps, history }))
  api.use('/files', createFilesRoutes(deps))
  api.use(createShoppersRoutes(database))
  api.use('/activity', createActivityRoutes(database))
  api.use(() => {
    throw new AppError('no-such-page')
  })
  return api
}

/** The built web application; every address that is no file is one of its pages. */
function servePages(app: Express, folder: string): void {
  const serve = (path: string, serveStatic: expressStaticGzip.ExpressStaticGzipOptions['serveStatic']) =>
    expressStaticGzip(path, { enableBrotli: true, orderPreference: ['br'], index: false, serveStatic })
  app.use('/assets', serve(join(folder, 'assets'), { immutable: true, maxAge: '1y', fallthrough: false }))
  app.use(serve(folder, {}))
  app.get(/^\/(?!api\/|assets\/).*/, (_request, response) => {
    response.set('cache-control', 'no-cache').sendFile(join(folder, 'index.html'))
  })
}
