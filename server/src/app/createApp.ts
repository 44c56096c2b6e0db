import { existsSync } from 'node:fs'
import { join } from 'node:path'
import { PAGE_ROOTS } from '@novalex/contract'
import express, { type Express, type Router } from 'express'
import expressStaticGzip from 'express-static-gzip'
import type { Logger } from 'pino'
import { createAccess, type Access } from '../features/access/createAccess.ts'
import { createActivityHandlers } from '../features/activity/activity.handlers.ts'
import { createCodesHandlers } from '../features/codes/codes.handlers.ts'
import type { CodesService } from '../features/codes/codes.service.ts'
import { createHandOutsHandlers } from '../features/codes/handOuts.handlers.ts'
import { createHandOutsService } from '../features/codes/handOuts.service.ts'
import { createCatalogueHandlers } from '../features/catalogue/catalogue.handlers.ts'
import { createCatalogueService } from '../features/catalogue/catalogue.service.ts'
import { createProductTable } from '../features/catalogue/productTable.service.ts'
import { createCampaignsHandlers } from '../features/campaigns/campaigns.handlers.ts'
import { createCampaignsService } from '../features/campaigns/campaigns.service.ts'
import type { ChangeFeed } from '../features/changes/changeFeed.ts'
import { createChangesHandlers } from '../features/changes/changes.handlers.ts'
import { hasStore } from '../data/store/store.repository.ts'
import type { Clock } from '../platform/clock.ts'
import type { Config } from '../platform/config.ts'
import { createCountsHandlers } from '../features/counts/counts.handlers.ts'
import { createRecentFigures } from '../sources/figures/recentFigures.ts'
import type { Database } from '../platform/db/openDatabase.ts'
import { AppError } from '../platform/errors/AppError.ts'
import { frameApi, frameRequests } from '../http/frame.ts'
import { handleError } from '../http/handleError.ts'
import { writeOpenApi } from '../http/openApi.ts'
import { JsonText, serveEndpoints, type Handlers } from '../http/serveEndpoints.ts'
import { answerAlive, createReadyCheck } from '../http/health.ts'
import { createMetricsAnswer, timeRequest, watchPool } from '../http/metrics.ts'
import { createImportsHandlers } from '../features/imports/imports.handlers.ts'
import { createFindingsHandlers } from '../features/findings/findings.handlers.ts'
import { createFindingsService } from '../features/findings/findings.service.ts'
import { createFilesHandlers } from '../features/files/files.handlers.ts'
import type { ImportsService } from '../features/imports/imports.service.ts'
import { createTakeIn } from '../features/imports/takeIn.ts'
import { createOccasionsHandlers } from '../features/occasions/occasions.handlers.ts'
import { createOccasionsService } from '../features/occasions/occasions.service.ts'
import { createPlanHandlers } from '../features/plan/plan.handlers.ts'
import type { PlanSource } from '../sources/plans/planSource.ts'
import { createPriceHistory } from '../sources/history/priceHistory.ts'
import { createPricesHandlers } from '../features/prices/prices.handlers.ts'
import { createPromotionsHandlers } from '../features/promotions/promotions.handlers.ts'
import { createPromotionsService } from '../features/promotions/promotions.service.ts'
import { createRepriceHandlers } from '../features/reprice/reprice.handlers.ts'
import { createTakeOffService } from '../features/reprice/takeOff.service.ts'
import { createReleasesHandlers } from '../features/releases/releases.handlers.ts'
import { createReleasesService } from '../features/releases/releases.service.ts'
import { createSetsHandlers } from '../features/sets/sets.handlers.ts'
import { createSetsService } from '../features/sets/sets.service.ts'
import { createShoppersHandlers } from '../features/shoppers/shoppers.handlers.ts'
import { createOrdersHandlers } from '../features/orders/orders.handlers.ts'
import { createCodeTries } from '../features/shop/codeTries.ts'
import { createShopHandlers } from '../features/shop/shop.handlers.ts'
import { readShopCookies } from '../features/shop/shopCookie.ts'
import { createStackingHandlers } from '../features/stacking/stacking.handlers.ts'
import { createStoreHandlers } from '../features/store/store.handlers.ts'
import { createTestCartsHandlers } from '../features/testCarts/testCarts.handlers.ts'
import { createAnswers } from '../jobs/createAnswers.ts'
import { createTaskQueues } from '../http/taskQueues.ts'
import type { Threads } from '../jobs/threads.ts'

export interface AppDeps {
  readonly config: Config
  readonly database: Database
  readonly plans: PlanSource
  readonly threads: Threads
  readonly clock: Clock
  /** By which waits, links and sessions end, also where the other one stands still. */
  readonly wallClock: Clock
  /** What signs the cookies. */
  readonly cookieSecret: string
  readonly imports: ImportsService
  readonly codes: CodesService
  readonly changes: ChangeFeed
  readonly logger: Logger
}

export function createApp(deps: AppDeps): Express {
  const { config, database, logger } = deps
  const access = createAccess(deps)
  const app = express()
  frameRequests(app, { config, logger })
  app.use(timeRequest)
  watchPool(database)
  // Mounted first: most requests go to the API.
  app.use('/api', createApi(deps, access))
  app.get('/healthz', answerAlive)
  app.get(
    '/readyz',
    createReadyCheck(database, () => hasStore(database)),
  )
  app.get('/metrics', createMetricsAnswer(access.identify))
  if (existsSync(config.webFolder)) servePages(app, config.webFolder)
  app.use(() => {
    throw new AppError('no-such-page')
  })
  app.use(handleError)
  return app
}

function createApi(deps: AppDeps, access: Access): Router {
  const { config } = deps
  const api = express.Router()
  frameApi(api, config)
  api.use(access.sessions)
  api.use(readShopCookies(deps.cookieSecret))
  serveEndpoints(
    api,
    { ...createHandlers(deps), ...access.handlers },
    {
      checksAnswers: config.checksAnswers,
      identify: access.identify,
      isShopOpen: config.isShopOpen,
      queues: createTaskQueues(),
    },
  )
  api.use(() => {
    throw new AppError('no-such-page')
  })
  return api
}

function createHandlers(deps: AppDeps): Omit<Handlers, keyof Access['handlers']> {
  const { config, database } = deps
  const answers = createAnswers(deps.threads)
  const figures = createRecentFigures(database)
  const history = createPriceHistory(database, figures)
  const table = createProductTable({ ...deps, history, figures })
  const tries = createCodeTries(database, deps.wallClock)
  const queues = createTaskQueues()
  const findings = createFindingsService({
    ...deps,
    onTrouble: (error) => {
      deps.logger.warn({ err: error }, 'the plan could not be checked')
    },
  })
  return {
    ...createStoreHandlers(deps),
    ...createChangesHandlers(deps),
    ...createCatalogueHandlers({ ...deps, table, figures, catalogue: createCatalogueService(deps) }),
    ...createPricesHandlers({ ...deps, history, figures }),
    ...createRepriceHandlers({ ...deps, takeOff: createTakeOffService({ ...deps, history, figures }) }),
    ...createPlanHandlers({ ...deps, answers }),
    ...createPromotionsHandlers(database, createPromotionsService(deps)),
    ...createStackingHandlers({ ...deps, answers }),
    ...createTestCartsHandlers(deps),
    ...createCampaignsHandlers(database, createCampaignsService(deps)),
    ...createSetsHandlers(createSetsService(deps)),
    ...createOccasionsHandlers(createOccasionsService(deps)),
    ...createFindingsHandlers(findings),
    ...createReleasesHandlers(deps, createReleasesService({ ...deps, answers, findings })),
    ...createShoppersHandlers(database),
    ...createFilesHandlers(deps),
    ...createImportsHandlers(deps.imports, createTakeIn(config.uploads)),
    ...createShopHandlers({
      ...deps,
      history,
      tries,
      queues,
      figures,
      isStandIn: config.isDemo,
    }),
    ...createOrdersHandlers({
      ...{ ...deps, tries, queues, figures, origins: config.origins },
      onTrouble: (error) => {
        deps.logger.warn({ err: error }, 'a letter could not be written')
      },
    }),
    ...createCountsHandlers(deps),
    ...createCodesHandlers(database, deps.codes),
    ...createHandOutsHandlers({ ...deps, origins: config.origins, handOuts: createHandOutsService(deps) }),
    ...createActivityHandlers(database),
    getOpenApi: () => new JsonText(writeOpenApi()),
  }
}

/** Under which the web application has pages. */
const PAGES = new RegExp(`^/(${PAGE_ROOTS.join('|')})?(/|$)`)

/** The built web application. Every address gets it, for it also says that there is no such page. */
function servePages(app: Express, folder: string): void {
  const serve = (path: string, serveStatic: expressStaticGzip.ExpressStaticGzipOptions['serveStatic']) =>
    expressStaticGzip(path, { enableBrotli: true, orderPreference: ['br'], index: false, serveStatic })
  app.use('/assets', serve(join(folder, 'assets'), { immutable: true, maxAge: '1y', fallthrough: false }))
  app.use(serve(folder, {}))
  app.get('/favicon.ico', (_request, response) => {
    response.redirect(301, '/mark.svg')
  })
  app.get(/^\/(?!api\/|assets\/|\.well-known\/).*/, ({ path }, response) => {
    response.status(PAGES.test(path) ? 200 : 404)
    response.set('cache-control', 'no-cache').sendFile(join(folder, 'index.html'))
  })
}
