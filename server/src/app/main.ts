import { settlePricesJob } from '../features/prices/prices.jobs.ts'
import { createServer } from 'node:http'
import { setTimeout as wait } from 'node:timers/promises'
import { OrderRequest, PromotionDraft, PromotionUpdate, ReachQuestion } from '@novalex/contract'
import { pino } from 'pino'
import { loadCookieSecret } from '../data/secrets/secrets.repository.ts'
import { createApp } from './createApp.ts'
import { createChangeFeed } from '../features/changes/changeFeed.ts'
import { createClock } from '../platform/clock.ts'
import { createCodesService } from '../features/codes/codes.service.ts'
import { readConfig, type Config } from '../platform/config.ts'
import { foldCounts } from '../data/counts/counts.repository.ts'
import { isDatabaseAway } from '../platform/db/isDatabaseAway.ts'
import { migrateDatabase, UnusableDatabase } from '../platform/db/migrateDatabase.ts'
import { openDatabase } from '../platform/db/openDatabase.ts'
import { transact } from '../platform/db/transact.ts'
import { logError } from '../http/logError.ts'
import { prepareSchemas } from '../http/validate.ts'
import { createImportsService } from '../features/imports/imports.service.ts'
import { createPlanSource } from '../sources/plans/planSource.ts'
import { isMuchSold } from '../sources/history/settleSold.ts'
import { createThreads } from '../jobs/threads.ts'

/** Between two tries to reach a database that is away at the start. */
const START_AGAIN_MS = 2000
const SHUTDOWN_TIMEOUT_MS = 10_000
const GRACE_MS = 1500
/** How often it is looked for work that another process left. */
const TAKE_UP_MS = 10_000
/** How often what orders used up is added up. */
const FOLD_MS = 2000
/** How often it is looked whether so much was sold that what the shop showed is better written down. */
const SETTLE_MS = 60_000
/** How long a sender may take for the head of a request. */
const HEADERS_TIMEOUT_MS = 15_000
/** Longer than proxies keep a connection to it, so that none sends into one that is being closed. */
const KEEP_ALIVE_MS = 75_000

const config = readSettings()
const logger = pino({ level: config.logLevel, serializers: { err: logError } })
// What nobody caught is told like any other error: without the values of a statement, some of which are secrets.
process.on('uncaughtException', (error) => {
  logger.fatal({ err: error }, 'uncaught')
  process.exit(1)
})
await prepareDatabase()
const database = openDatabase(config.databaseUrl)
const threads = createThreads(config.databaseUrl)
const clock = createClock(config.fixedNow)
const imports = createImportsService({
  database,
  threads,
  clock,
  onTrouble: (error) => {
    logger.error({ err: error }, 'import broke')
  },
})
const plans = createPlanSource(database)
const codes = createCodesService({
  database,
  plans,
  threads,
  clock,
  onTrouble: (error) => {
    logger.error({ err: error }, 'codes could not be made')
  },
})
const resume = () => Promise.all([imports.resume(), codes.resume()])
await resume()
setInterval(() => {
  resume().catch((error: unknown) => {
    logger.warn({ err: error }, 'nothing could be taken up')
  })
}, TAKE_UP_MS).unref()
setInterval(() => {
  transact(database, foldCounts).catch((error: unknown) => {
    logger.warn({ err: error }, 'counts could not be added up')
  })
}, FOLD_MS).unref()
setInterval(() => {
  settleSoldPrices().catch((error: unknown) => {
    logger.warn({ err: error }, 'what the shop showed could not be written')
  })
}, SETTLE_MS).unref()
prepareSchemas([PromotionDraft, PromotionUpdate, ReachQuestion, OrderRequest])
const changes = createChangeFeed(database)
const cookieSecret = await loadCookieSecret(database)
const wallClock = createClock(null)
const app = createApp({
  config,
  database,
  logger,
  threads,
  imports,
  codes,
  changes,
  clock,
  wallClock,
  cookieSecret,
  plans,
})
const server = createServer({ headersTimeout: HEADERS_TIMEOUT_MS, keepAliveTimeout: KEEP_ALIVE_MS }, app)
server.on('error', (error) => {
  throw error
})
server.listen(config.port, config.host, () => {
  logger.info({ host: config.host, port: config.port }, 'listening')
})

/** Reads the settings. Ends the process with the reason if one is invalid. */
function readSettings(): Config {
  try {
    return readConfig(process.env)
  } catch (error) {
    process.stderr.write(`${(error as Error).message}\n`)
    process.exit(1)
  }
}

/** Brings the tables up to date, waiting for a database that is away. Ends the process, with a sentence, on one that can't be used. */
async function prepareDatabase(): Promise<void> {
  for (;;) {
    try {
      await migrateDatabase(config.databaseUrl)
      return
    } catch (error) {
      if (!isDatabaseAway(error)) giveUp(error)
      logger.warn({ err: error }, 'The database does not answer. Waiting for it.')
      await wait(START_AGAIN_MS)
    }
  }
}

function giveUp(error: unknown): never {
  if (error instanceof UnusableDatabase) logger.fatal({}, error.message)
  else logger.fatal({ err: error }, 'The database could not be brought up to date.')
  process.exit(1)
}

async function settleSoldPrices(): Promise<void> {
  if (await isMuchSold({ database, plans })) await threads.run(settlePricesJob, { at: clock.now() })
}

/** Answers what was asked, then ends. Connections that a browser keeps open unused don't hold it up. */
function shutDown(): void {
  setTimeout(() => process.exit(1), SHUTDOWN_TIMEOUT_MS).unref()
  setTimeout(() => {
    server.closeAllConnections()
  }, GRACE_MS).unref()
  server.close(() => {
    void Promise.allSettled([threads.close(), database.destroy()]).then(() => process.exit(0))
  })
  changes.close()
  server.closeIdleConnections()
}

process.once('SIGTERM', shutDown)
process.once('SIGINT', shutDown)
