import { createServer } from 'node:http'
import { setTimeout as wait } from 'node:timers/promises'
import { OrderRequest, PromotionDraft, PromotionUpdate, ReachQuestion } from '@novalex/contract'
import { pino } from 'pino'
import { loadSecret } from '../data/secrets/index.ts'
import { startSchedule } from '../jobs/schedule.ts'
import { logEvent } from '../platform/events.ts'
import { createApp } from './createApp.ts'
import { createServices } from './createServices.ts'
import { createSchedule, resumeWork } from './schedule.ts'
import { createClock } from '../platform/clock.ts'
import { readConfig, type Config } from '../platform/config.ts'
import { isDatabaseAway } from '../platform/db/isDatabaseAway.ts'
import { migrateDatabase, UnusableDatabase } from '../platform/db/migrateDatabase.ts'
import { openDatabase } from '../platform/db/openDatabase.ts'
import { logError } from '../http/logError.ts'
import { prepareSchemas } from '../http/validate.ts'
import { createThreads } from '../jobs/threads.ts'

/** Between two tries to reach a database that is away at the start. */
const START_AGAIN_MS = 2000
const SHUTDOWN_TIMEOUT_MS = 10_000
const GRACE_MS = 1500
/** How long a sender may take for the head of a request. */
const HEADERS_TIMEOUT_MS = 15_000
/** Longer than proxies keep a connection to it, so that none sends into one that is being closed. */
const KEEP_ALIVE_MS = 75_000

const config = readSettings()
const logger = pino({ level: config.logLevel, serializers: { err: logError } })
// What nobody caught is told like any other error: without the values of a statement, some of which are secrets.
process.on('uncaughtException', (error) => {
  logEvent(logger, 'uncaught', { err: error })
  process.exit(1)
})
await prepareDatabase()
const database = openDatabase(config.databaseUrl)
const threads = createThreads(config.databaseUrl)
const clock = createClock(config.fixedNow)
const wallClock = createClock(null)
const services = createServices({ config, database, threads, clock, wallClock, logger })
await resumeWork(services)
startSchedule(createSchedule(services), logger)
prepareSchemas([PromotionDraft, PromotionUpdate, ReachQuestion, OrderRequest])
const app = createApp(services, await loadSecret(database, 'cookies'))
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
      logEvent(logger, 'database-unavailable', { err: error })
      await wait(START_AGAIN_MS)
    }
  }
}

function giveUp(error: unknown): never {
  if (error instanceof UnusableDatabase) logger.fatal({ event: 'database-unusable' }, error.message)
  else logEvent(logger, 'database-unusable', { err: error })
  process.exit(1)
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
  services.changes.close()
  server.closeIdleConnections()
}

process.once('SIGTERM', shutDown)
process.once('SIGINT', shutDown)
