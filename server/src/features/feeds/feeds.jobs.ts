import { SHOP_CHANNEL, type FeedPreview } from '@novalex/contract'
import {
  createFeedReader,
  createNameTest,
  createPublicPricer,
  createRowWriter,
  findFeedDoubts,
  type FeedPlace,
  type Instant,
  type Product,
} from '@novalex/core'
import { getStore } from '../../data/store/index.ts'
import type { RunnableJob } from '../../jobs/job.ts'
import type { Sources } from '../../sources/createSources.ts'
import { guestIn } from '../../sources/plans/resolveQuestion.ts'
import type { SourcedPlan } from '../../sources/plans/planSource.ts'
import { writeItems, type Feed } from './feedText.ts'

interface Asked {
  readonly feed: Feed
  readonly now: Instant
  /** Address of a page of the shop that ships, with `{sku}` in it. */
  readonly ownLink: string
}

interface PartQuestion extends Asked {
  /** The plan whose prices they are: a release by its number, or `live` before the first. */
  readonly plan: string
  /** How many products are in the parts before. */
  readonly from: number
}

/** Some rows of a feed as text, without what stands before the first and after the last. */
export interface FeedPart {
  readonly text: string
  /** Where the next part begins; null: this was the last. */
  readonly next: number | null
  /** Of the plan and its products: parts belong together only if it is the same. */
  readonly key: string
}

/** Enough that asking for a part costs little, few enough that none takes long. */
const PRODUCTS_A_PART = 2000

export const feedPartJob: RunnableJob<Sources, PartQuestion, FeedPart> = {
  name: 'feedPart',
  pool: 'question',
  run: async (sources, { feed, now, ownLink, plan, from }) => {
    const sourced = await sources.plans.get(plan)
    const { products } = sourced.plan.catalogue
    const { read, place } = await openFeed(sources, { feed, now, ownLink }, sourced)
    const items = products.slice(from, from + PRODUCTS_A_PART).map(read)
    const end = from + PRODUCTS_A_PART
    return {
      text: writeItems(items, feed, place),
      next: end < products.length ? end : null,
      key: sourced.key,
    }
  },
}

async function openFeed(
  { database, figures }: Sources,
  { feed, now, ownLink }: Asked,
  { plan, catalogueRevision }: SourcedPlan,
) {
  const [{ store, channels }, facts, { bySku: stock }, listings] = await Promise.all([
    getStore(database),
    figures.facts(),
    figures.allStock(catalogueRevision),
    figures.listings(catalogueRevision),
  ])
  const viewer = { ...guestIn(feed.channel), facts }
  const link = feed.link ?? ownLink
  const place: FeedPlace = { currency: store.currency, zone: store.timeZone, catalogue: plan.catalogue, link }
  const terms = channels.find((channel) => channel.id === feed.channel)
  return {
    read: createFeedReader(plan, { now, daysAhead: feed.daysAhead, viewer, stock, listings }),
    place,
    terms: terms?.kind === 'partner' ? terms : null,
    facts,
  }
}

interface PreviewQuestion extends Asked {
  readonly search: string
  readonly onlySale: boolean
  readonly page: number
}

const ROWS_A_PAGE = 20

export const feedPreviewJob: RunnableJob<Sources, PreviewQuestion, FeedPreview> = {
  name: 'feedPreview',
  pool: 'question',
  run: async (sources, { search, onlySale, page, ...asked }) => {
    const sourced = await sources.plans.get('live')
    const { read, place, terms, facts } = await openFeed(sources, asked, sourced)
    const inShop = createPublicPricer(sourced.plan, asked.now, { ...guestIn(SHOP_CHANNEL), facts })
    const fits = createNameTest(search)
    const isWanted = (product: Product) =>
      fits(`${product.name} ${product.sku}`) && (!onlySale || read(product).sale !== null)
    const found = sourced.plan.catalogue.products.filter(isWanted)
    const write = createRowWriter(asked.feed.columns, place)
    const rows = found.slice((page - 1) * ROWS_A_PAGE, page * ROWS_A_PAGE).map((product) => {
      const item = read(product)
      const cells = write(item)
      const doubts = findFeedDoubts(item, { zone: place.zone, terms, shop: inShop(product).price })
      return { sku: product.sku, cells, doubts }
    })
    return { rows, total: found.length }
  },
}
