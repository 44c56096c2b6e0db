import type { ADDRESSES, EndpointName } from './addresses.ts'

/** Kinds of change after which an answer may be stale. */
type ChangeKind =
  /** A logged write that changes no product, category or shopper: promotions, sets, settings, releases, codes, people. */
  | 'plan'
  /** A logged write that changes products, categories or shoppers. */
  | 'catalogue'
  /** An order that was placed or cancelled, or a corrected count. */
  | 'sales'

/** Endpoints that only read. */
export type ReadName =
  | { [N in EndpointName]: (typeof ADDRESSES)[N] extends `GET ${string}` ? N : never }[EndpointName]
  | 'getProductTable'
  | 'lookUpProducts'
  | 'getReach'
  | 'priceCart'
  | 'priceShopCart'
  | 'listFoundProducts'
  | 'chooseChanges'
  | 'previewFeed'

const PLAN = ['plan', 'catalogue'] as const
const SALES = ['plan', 'catalogue', 'sales'] as const

/**
 * The kinds of change that each answer depends on, by which browsers know what to ask again. Empty: the answer never changes, or has a notification of
 * its own. An endpoint that is missing does not compile.
 */
const FOLLOWS: Readonly<Record<ReadName, readonly ChangeKind[]>> = {
  getSession: PLAN,
  listOwnSessions: PLAN,
  listPeople: PLAN,
  listKeys: PLAN,
  listMessages: PLAN,
  getMessage: PLAN,
  getMessageFile: PLAN,
  getStore: [],
  followChanges: [],
  listLabels: ['catalogue'],
  listCategories: ['catalogue'],
  listProducts: PLAN,
  getProduct: SALES,
  getProductHistory: SALES,
  getPlan: PLAN,
  getMoments: PLAN,
  getDeepest: PLAN,
  listPromotions: PLAN,
  getPromotion: PLAN,
  getChannelFits: SALES,
  listRefused: SALES,
  getPartnerStatus: SALES,
  listSubmissions: PLAN,
  getSubmissionFile: PLAN,
  listDesks: PLAN,
  getPair: PLAN,
  getMeetings: PLAN,
  runTestCarts: PLAN,
  listCampaigns: PLAN,
  listSets: PLAN,
  listOccasions: PLAN,
  listWebhooks: SALES,
  listFeeds: PLAN,
  previewFeed: SALES,
  fetchFeed: SALES,
  fetchCalendar: PLAN,
  listFindings: [],
  listReleases: PLAN,
  compareWithShop: PLAN,
  listReleaseChanges: PLAN,
  chooseChanges: PLAN,
  reviewRelease: PLAN,
  listReleaseRequests: PLAN,
  findShoppers: SALES,
  listShopperLabels: ['catalogue'],
  getPlanFile: PLAN,
  getTemplate: [],
  getFile: PLAN,
  listImports: PLAN,
  getImport: PLAN,
  getRejectedRows: PLAN,
  getShop: PLAN,
  listShopShoppers: PLAN,
  listShopProducts: PLAN,
  getShopProduct: PLAN,
  listShopOffers: PLAN,
  listOrders: SALES,
  getOrder: SALES,
  listCounts: SALES,
  getSales: SALES,
  getLiveSince: PLAN,
  getRedemptions: PLAN,
  listCodeBatches: SALES,
  getCodeBatch: PLAN,
  getCodes: PLAN,
  lookUpCode: PLAN,
  listCodePages: PLAN,
  getContacts: PLAN,
  getShopCodePage: PLAN,
  listShopDiscountCodes: PLAN,
  listActivity: PLAN,
  getActivityFile: PLAN,
  getOpenApi: [],
  getProductTable: SALES,
  lookUpProducts: ['catalogue'],
  getReach: PLAN,
  priceCart: PLAN,
  priceShopCart: PLAN,
  listFoundProducts: PLAN,
}

/** Whether an endpoint's answer may be stale after a change. */
export function isStaleAfter(endpoint: string, change: ChangeKind): boolean {
  const follows: Readonly<Partial<Record<string, readonly ChangeKind[]>>> = FOLLOWS
  return follows[endpoint]?.includes(change) ?? false
}
