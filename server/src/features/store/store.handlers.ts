import { toIso } from '@novalex/core'
import { findLatestChange } from '../../data/activity/index.ts'
import { countProducts } from '../../data/catalogue/index.ts'
import type { Clock } from '../../platform/clock.ts'
import type { Database } from '../../platform/db/openDatabase.ts'
import type { HandlersOf } from '../../http/serveEndpoints.ts'
import { findLatestRelease } from '../../data/releases/index.ts'
import { getStore } from '../../data/store/index.ts'
import {
  changeAlarm,
  changeChannels,
  changeDelivery,
  changeLocale,
  changePartners,
  changePriceRules,
  changeSecondPerson,
} from './store.service.ts'

interface Deps {
  readonly database: Database
  readonly clock: Clock
}

type Own =
  | 'getStore'
  | 'savePriceRules'
  | 'saveFindingThresholds'
  | 'saveDelivery'
  | 'saveChannels'
  | 'savePartners'
  | 'saveLocale'
  | 'saveApprovalRule'

export function createStoreHandlers({ database, clock }: Deps): HandlersOf<Own> {
  return {
    getStore: async () => {
      // Asked first: what is told besides is then never older than it says.
      const latestChange = await findLatestChange(database)
      const [record, products, latest] = await Promise.all([
        getStore(database),
        countProducts(database),
        findLatestRelease(database),
      ])
      const release = latest ? { number: latest.number, at: latest.at, note: latest.note } : null
      const { shownUntil: _shownUntil, delivery, channels, ...rest } = record
      const told = { ...rest, delivery: [...delivery], channels: [...channels] }
      return { ...told, latestChange, now: toIso(clock.now()), products, release }
    },
    savePriceRules: async ({ body, by }) => {
      await changePriceRules({ database, clock }, body, by)
    },
    saveFindingThresholds: async ({ body, by }) => {
      await changeAlarm({ database, clock }, body, by)
    },
    saveDelivery: async ({ body, by }) => {
      await changeDelivery({ database, clock }, body, by)
    },
    saveChannels: async ({ body, by }) => {
      await changeChannels({ database, clock }, body, by)
    },
    savePartners: async ({ body, by }) => {
      await changePartners({ database, clock }, body, by)
    },
    saveLocale: async ({ body, by }) => {
      await changeLocale({ database, clock }, body, by)
    },
    saveApprovalRule: async ({ body, by }) => {
      await changeSecondPerson({ database, clock }, body, by)
    },
  }
}
