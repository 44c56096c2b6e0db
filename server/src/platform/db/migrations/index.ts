import type { Knex } from 'knex'
import * as first from './001-first.ts'
import * as testCarts from './002-test-carts.ts'
import * as setsOccasions from './003-sets-occasions.ts'
import * as shoppers from './004-shoppers.ts'
import * as priceHistory from './005-price-history.ts'
import * as sales from './006-sales.ts'
import * as importsResumed from './007-imports-resumed.ts'
import * as importParts from './008-import-parts.ts'
import * as importsUndone from './009-imports-undone.ts'
import * as versions from './010-versions-and-exact-ids.ts'
import * as shownPrices from './011-shown-prices.ts'
import * as claims from './012-claims.ts'
import * as access from './013-access.ts'
import * as delivery from './014-delivery.ts'
import * as orders from './015-orders.ts'
import * as codes from './016-codes.ts'
import * as findings from './017-findings.ts'
import * as activityByAction from './018-activity-by-action.ts'
import * as consentLinks from './019-consent-links.ts'
import * as migrationChecksums from './020-migration-checksums.ts'
import * as batchTrouble from './021-batch-trouble.ts'
import * as importReadings from './022-import-readings.ts'
import * as soldUntil from './023-sold-until.ts'
import * as errorNames from './024-error-names.ts'
import * as severities from './025-severities.ts'
import * as locale from './026-locale.ts'
import * as findingKinds from './027-finding-kinds.ts'
import * as storedNames from './028-stored-names.ts'
import * as releaseChoices from './029-release-choices.ts'
import * as channels from './030-channels.ts'
import * as listings from './031-listings.ts'
import * as feeds from './032-feeds.ts'
import * as webhooks from './033-webhooks.ts'
import * as submissions from './034-submissions.ts'

const ALL: Record<string, Knex.Migration> = {
  '001-first': first,
  '002-test-carts': testCarts,
  '003-sets-occasions': setsOccasions,
  '004-shoppers': shoppers,
  '005-price-history': priceHistory,
  '006-sales': sales,
  '007-imports-resumed': importsResumed,
  '008-import-parts': importParts,
  '009-imports-undone': importsUndone,
  '010-versions-and-exact-ids': versions,
  '011-shown-prices': shownPrices,
  '012-claims': claims,
  '013-access': access,
  '014-delivery': delivery,
  '015-orders': orders,
  '016-codes': codes,
  '017-findings': findings,
  '018-activity-by-action': activityByAction,
  '019-consent-links': consentLinks,
  '020-migration-checksums': migrationChecksums,
  '021-batch-trouble': batchTrouble,
  '022-import-readings': importReadings,
  '023-sold-until': soldUntil,
  '024-error-names': errorNames,
  '025-severities': severities,
  '026-locale': locale,
  '027-finding-kinds': findingKinds,
  '028-stored-names': storedNames,
  '029-release-choices': releaseChoices,
  '030-channels': channels,
  '031-listings': listings,
  '032-feeds': feeds,
  '033-webhooks': webhooks,
  '034-submissions': submissions,
}

export const MIGRATION_NAMES: readonly string[] = Object.keys(ALL)

export const MIGRATIONS: Knex.MigrationSource<string> = {
  getMigrations: () => Promise.resolve([...MIGRATION_NAMES]),
  getMigrationName: (name) => name,
  getMigration: (name) => Promise.resolve(ALL[name]!),
}
