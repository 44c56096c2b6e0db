import { setImmediate } from 'node:timers/promises'
import {
  compilePlan,
  resolveSets,
  withOccasion,
  type Catalogue,
  type CompiledPlan,
  type ProductSet,
} from '@novalex/core'
import { LRUCache } from 'lru-cache'
import { loadCatalogue } from '../../data/catalogue/index.ts'
import type { Connection, Database } from '../../platform/db/openDatabase.ts'
import {
  findLatestRelease,
  getReleasedPlan,
  isChoice,
  readReleaseHash,
  type ReleasedPlan,
} from '../../data/releases/index.ts'
import { getStore, partnersOf, type StoreRecord } from '../../data/store/index.ts'
import { applyChoice, getChoice, readChoiceStamp, readChosen, readDifferences } from './chosenPlan.ts'
import { loadWorkingPlan } from './workingPlan.ts'

/** `working`, `live` (the latest release), a release's number, or what a choice makes of the live one. */
type PlanName = string

export interface SourcedPlan {
  readonly plan: CompiledPlan
  /** Null for what is not released, and for `live` before the first release. */
  readonly release: number | null
  readonly planRevision: number
  readonly catalogueRevision: number
  /** Changes whenever a price under this plan may have changed. */
  readonly key: string
}

export interface PlanSource {
  /**
   * Throws `not-found` for a release or a choice that there is not, and `changes-needed` for a choice that does not hold together; `live` without any
   * release is an empty plan.
   */
  get(name: PlanName): Promise<SourcedPlan>
  /** Tells a plan apart without loading it. Throws what `get` does, except `changes-needed`. */
  identify(name: PlanName): Promise<Pick<SourcedPlan, 'key' | 'planRevision'>>
  /** The live plan as it was within the last second: for what may be that old, such as what the shop shows. */
  getRecent(): Promise<SourcedPlan>
  /** Lets go of what `getRecent` remembers: this process has released something. */
  forgetRecent(): void
  /** A plan, else the working one, as the transaction that holds the store's lock sees it. Asks through that transaction alone. */
  getLocked(transaction: Connection, store: StoreRecord, name?: PlanName): Promise<SourcedPlan>
}

const KEPT_PLANS = 4
const KEPT_FILTERS = 500
const RECENT_MS = 1000

interface Goods {
  readonly catalogue: Catalogue
  /** Resolved product sets, by filter. */
  readonly filtered: LRUCache<string, ProductSet['skus']>
}

/** Where the content of a plan comes from. */
interface Origin {
  /** Changes whenever the content may have changed. */
  readonly key: string
  readonly release: number | null
  readonly load: (connection: Connection) => Promise<ReleasedPlan>
}

interface Question {
  readonly connection: Connection
  readonly record: StoreRecord
  readonly origin: Origin
}

/**
 * Creates a cache of compiled plans, by the revisions of plan and catalogue, which are read from the database each time so that all processes agree.
 * A failed load is not cached. Loading and compiling yield to the event loop between steps.
 */
export function createPlanSource(database: Database): PlanSource {
  const goods = new LRUCache<number, Goods, Connection>({
    max: 1,
    ignoreFetchAbort: true,
    fetchMethod: (_revision, _stale, { context }) => loadGoods(context),
  })
  const plans = new LRUCache<string, SourcedPlan, Question>({
    max: KEPT_PLANS,
    ignoreFetchAbort: true,
    fetchMethod: async (_key, _stale, { context }) => {
      const { connection, record } = context
      return compile(context, await goods.forceFetch(record.catalogueRevision, { context: connection }))
    },
  })
  // By what is in it. What is not edited is then the same object in the live plan and in a choice, which tells them apart at once.
  const released = new LRUCache<string, ReleasedPlan>({ max: 1 })
  async function readReleased(connection: Connection, number: number): Promise<ReleasedPlan> {
    const hash = await readReleaseHash(connection, number)
    const known = hash === null ? undefined : released.get(hash)
    if (known) return known
    const content = await getReleasedPlan(connection, number)
    if (hash !== null) released.set(hash, content)
    return content
  }

  const recent = new LRUCache<'live', SourcedPlan>({
    max: 1,
    ttl: RECENT_MS,
    ignoreFetchAbort: true,
    fetchMethod: () => get('live'),
  })

  async function get(name: PlanName): Promise<SourcedPlan> {
    const record = await getStore(database)
    const question = {
      connection: database,
      record,
      origin: await findOrigin(database, { record, name, readReleased }),
    }
    return plans.forceFetch(keyOf(question), { context: question })
  }

  return {
    get,
    async identify(name) {
      const record = await getStore(database)
      const origin = await findOrigin(database, { record, name, readReleased })
      return { key: keyOf({ record, origin }), planRevision: record.planRevision }
    },
    getRecent: () => recent.forceFetch('live'),
    forgetRecent: () => {
      recent.clear()
    },
    async getLocked(connection, record, name = 'working') {
      const question = { connection, record, origin: await findOrigin(connection, { record, name, readReleased }) }
      const known = plans.get(keyOf(question))
      if (known) return known
      // Never await another caller's in-flight load here: it may be waiting for the pool connection that this transaction holds (deadlock).
      const own = goods.get(record.catalogueRevision) ?? (await loadGoods(connection))
      const sourced = await compile(question, own)
      goods.set(record.catalogueRevision, own)
      plans.set(sourced.key, sourced)
      return sourced
    },
  }
}

function keyOf({ record, origin }: Omit<Question, 'connection'>): string {
  return `${record.catalogueRevision}:${partnersOf(record).join()}:${origin.key}`
}

interface Wanted {
  readonly record: StoreRecord
  readonly name: PlanName
  readonly readReleased: (connection: Connection, number: number) => Promise<ReleasedPlan>
}

async function findOrigin(connection: Connection, { record, name, readReleased }: Wanted): Promise<Origin> {
  const { store, planRevision } = record
  if (name === 'working') {
    const load = (own: Connection) => loadWorkingPlan(own, store)
    return { key: `working ${planRevision}`, release: null, load }
  }
  if (isChoice(name)) {
    const choice = await getChoice(connection, name)
    const live = await findLatestRelease(connection)
    const key = `${name} on ${live?.number ?? 'none'} ${await readChoiceStamp(connection, choice)}`
    const load = async (own: Connection): Promise<ReleasedPlan> => {
      const released = live ? await readReleased(own, live.number) : null
      const quick = released && (await readChosen(own, record, { choice, released }))
      return quick ?? applyChoice(await readDifferences(own, record), choice).content
    }
    return { key, release: null, load }
  }
  if (name !== 'live') {
    const number = Number(name)
    return { key: `release ${number}`, release: number, load: (own) => getReleasedPlan(own, number) }
  }
  const live = await findLatestRelease(connection)
  const load = (own: Connection): Promise<ReleasedPlan> =>
    live ? readReleased(own, live.number) : Promise.resolve({ store, promotions: [], sets: [] })
  return { key: `release ${live?.number ?? 'none'}`, release: live?.number ?? null, load }
}

async function loadGoods(connection: Connection): Promise<Goods> {
  const catalogue = await loadCatalogue(connection)
  await setImmediate()
  return { catalogue, filtered: new LRUCache({ max: KEPT_FILTERS }) }
}

async function compile(question: Question, goods: Goods): Promise<SourcedPlan> {
  const { connection, record, origin } = question
  const { catalogue } = goods
  const { store, promotions, sets, occasions = [], follows = {} } = await origin.load(connection)
  const byId = new Map(occasions.map((occasion) => [occasion.id, occasion]))
  const followed = (id: string) => byId.get(follows[id] ?? '')
  const flags = promotions.flatMap(({ id }) => {
    const flag = followed(id)?.flag
    return flag ? [[id, flag] as const] : []
  })
  const partners = partnersOf(record)
  const plan = compilePlan({
    store,
    promotions: promotions.map((promotion) => withOccasion(promotion, followed(promotion.id))),
    catalogue: { ...catalogue, sets: await resolveAll(sets, goods) },
    partners,
    flags: new Map(flags),
  })
  await setImmediate()
  return {
    plan,
    release: origin.release,
    planRevision: record.planRevision,
    catalogueRevision: record.catalogueRevision,
    key: keyOf(question),
  }
}

/** Goes through the products once for each filter that is new, and lets others have their turn in between. */
async function resolveAll(sets: ReleasedPlan['sets'], { catalogue, filtered }: Goods): Promise<ProductSet[]> {
  const resolved: ProductSet[] = []
  for (const { id, content } of sets) {
    if ('skus' in content) {
      resolved.push({ id, skus: content.skus })
      continue
    }
    const key = JSON.stringify(content)
    let skus = filtered.get(key)
    if (!skus) {
      skus = resolveSets([{ id, content }], catalogue)[0]!.skus
      filtered.set(key, skus)
      await setImmediate()
    }
    resolved.push({ id, skus })
  }
  return resolved
}
