import type { Logger } from 'pino'
import { createKeysService } from '../features/access/keys.service.ts'
import { createPeopleService } from '../features/access/people.service.ts'
import { createSignInService } from '../features/access/signIn.service.ts'
import { createCampaignsService } from '../features/campaigns/campaigns.service.ts'
import { createCatalogueService } from '../features/catalogue/catalogue.service.ts'
import { createProductTable } from '../features/catalogue/productTable.service.ts'
import { createChangeFeed } from '../features/changes/changeFeed.ts'
import { createCodesService } from '../features/codes/codes.service.ts'
import { createHandOutsService } from '../features/codes/handOuts.service.ts'
import { createFeedsService } from '../features/feeds/feeds.service.ts'
import { createFindingsService } from '../features/findings/findings.service.ts'
import { createImportsService } from '../features/imports/imports.service.ts'
import { createUploadReceiver } from '../features/imports/receiveUpload.ts'
import { createOccasionsService } from '../features/occasions/occasions.service.ts'
import { createPromotionsService } from '../features/promotions/promotions.service.ts'
import { createDiscardsService } from '../features/releases/discards.service.ts'
import { createPreparationsService } from '../features/releases/preparations.service.ts'
import { createReleasesService } from '../features/releases/releases.service.ts'
import { createTakeOffService } from '../features/reprice/takeOff.service.ts'
import { createSetsService } from '../features/sets/sets.service.ts'
import { createCodeTries } from '../features/shop/codeTries.ts'
import { createSendingService } from '../features/submissions/sending.service.ts'
import { createSubmissionsService } from '../features/submissions/submissions.service.ts'
import { createStandInService } from '../features/standIn/standIn.service.ts'
import { createWebhooksService } from '../features/webhooks/webhooks.service.ts'
import { createTestCartsService } from '../features/testCarts/testCarts.service.ts'
import { createTaskQueues } from '../http/taskQueues.ts'
import { createAnswers } from '../jobs/createAnswers.ts'
import type { Threads } from '../jobs/threads.ts'
import type { Clock } from '../platform/clock.ts'
import type { Config } from '../platform/config.ts'
import type { Database } from '../platform/db/openDatabase.ts'
import { reporting } from '../platform/events.ts'
import { createSources } from '../sources/createSources.ts'

interface Environment {
  readonly config: Config
  readonly database: Database
  readonly threads: Threads
  /** The present of plan and log, which may stand still. */
  readonly clock: Clock
  /** The present by which waits, links and sessions end; never stands still. */
  readonly wallClock: Clock
  readonly logger: Logger
  /** Where this server reaches itself; from its settings unless it is given. */
  readonly ownOrigin?: string
  /** How long a partner may take to answer. */
  readonly partnerAnswerMs?: number
}

function originOf({ host, port }: Config): string {
  const isAny = host === '0.0.0.0' || host === '::'
  return `http://${isAny ? '127.0.0.1' : host.includes(':') ? `[${host}]` : host}:${port}`
}

export type Services = ReturnType<typeof createServices>

/** Composes the server. Handlers and the schedule each take from the result what they need. */
export function createServices(environment: Environment) {
  const { config, database, logger, threads, wallClock, ownOrigin = originOf(config) } = environment
  const { origins, isDemo, allowsPrivateWebhooks } = config
  const componentLogger = (component: string) => logger.child({ component })
  const base = {
    ...environment,
    ...createSources(database),
    answers: createAnswers(threads),
    origins,
    isDemo,
    allowsPrivateWebhooks,
    ownOrigin,
  }
  const findings = createFindingsService({
    ...base,
    onTrouble: reporting(componentLogger('findings'), 'check-failed'),
  })
  const submissions = createSubmissionsService(base)
  return {
    ...base,
    logger: componentLogger('http'),
    people: createPeopleService(base),
    signIn: createSignInService(base),
    keys: createKeysService(base),
    campaigns: createCampaignsService(base),
    catalogue: createCatalogueService(base),
    table: createProductTable(base),
    changes: createChangeFeed(database),
    codes: createCodesService({ ...base, onTrouble: reporting(componentLogger('codes'), 'codes-failed') }),
    handOuts: createHandOutsService(base),
    feeds: createFeedsService(base),
    findings,
    imports: createImportsService({ ...base, onTrouble: reporting(componentLogger('imports'), 'import-failed') }),
    receiveUpload: createUploadReceiver(config.uploads),
    occasions: createOccasionsService(base),
    promotions: createPromotionsService(base),
    preparations: createPreparationsService(base),
    discards: createDiscardsService(base),
    releases: createReleasesService({ ...base, findings }),
    takeOff: createTakeOffService(base),
    sets: createSetsService(base),
    testCarts: createTestCartsService(base),
    submissions,
    sending: createSendingService({ ...base, submissions }),
    standIn: createStandInService(base),
    webhooks: createWebhooksService(base),
    /** Wrong codes, by sender. */
    tries: createCodeTries(database, wallClock),
    /** Heavy carts, by sender, so that one does not occupy the shop's thread. */
    queues: createTaskQueues(),
  }
}
