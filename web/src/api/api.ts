import {
  addressOf,
  type AnswerOf,
  type CampaignDraft,
  type CampaignUpdate,
  type EndpointName,
  type Endpoints,
  type ErrorCode,
  type FoundQuestion,
  type ImportKind,
  type InputOf,
  type OccasionDraft,
  type OccasionUpdate,
  type PriceRulesRequest,
  type ProductRequest,
  type ProductsQuery,
  type PromotionDraft,
  type PromotionUpdate,
  type RankRequest,
  type ReachQuestion,
  type ReleaseRequest,
  type RepriceAnswer,
  type RepriceLine,
  type RepriceQuestion,
  type SetDraft,
  type SetUpdate,
  type ShopCartRequest,
  type StackingRequest,
  type TableQuestion,
  type TakeOffRequest,
  type TakeOffRun,
  type TestCartDraft,
  type TestCartUpdate,
} from '@novalex/contract'
import { ApiError, request, requestLines, type RequestOptions } from './http.ts'

/** Which plan and which instant a question is about. */
export interface Asked {
  readonly plan: string
  readonly at: string
}

type Sent = string | number | boolean | null | undefined

/** The parts of a call that an endpoint takes; what is undefined or null in a query is left out. */
type CallOf<E> = ([InputOf<E>['params']] extends [undefined] ? object : { readonly params: InputOf<E>['params'] }) &
  ([InputOf<E>['query']] extends [undefined]
    ? object
    : { readonly query: { readonly [K in keyof InputOf<E>['query']]?: Sent } }) &
  ([InputOf<E>['body']] extends [undefined] ? object : { readonly body: InputOf<E>['body'] }) & {
    readonly signal?: AbortSignal | undefined
  }

/** The path of an endpoint below `/api`, with its parameters. */
function pathOf(name: EndpointName, params: Readonly<Record<string, string>> = {}): string {
  return addressOf(name).path.replaceAll(/:(\w+)/g, (_all, key: string) => encodeURIComponent(params[key] ?? ''))
}

function toOptions(name: EndpointName, { query, body, signal }: Omit<RequestOptions, 'method'>): RequestOptions {
  const { method } = addressOf(name)
  return { method, ...(query ? { query } : {}), ...(body === undefined ? {} : { body }), ...(signal ? { signal } : {}) }
}

type AnyCall = Omit<RequestOptions, 'method'> & { readonly params?: Readonly<Record<string, string>> }

/** Asks an endpoint of the contract. Throws an `ApiError`; an aborted request throws the signal's reason. */
function call<N extends EndpointName>(
  name: N,
  ...[asked]: object extends CallOf<Endpoints[N]> ? [CallOf<Endpoints[N]>?] : [CallOf<Endpoints[N]>]
): Promise<AnswerOf<Endpoints[N]>> {
  const { params, ...rest } = (asked ?? {}) as AnyCall
  return request(pathOf(name, params), toOptions(name, rest))
}

/** Browsers call files what the operating system has heard of; the name says it better. */
function mediaTypeOf(name: string): string {
  if (/\.json$/i.test(name)) return 'application/json'
  return /\.xlsx$/i.test(name) ? 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet' : 'text/csv'
}

export const api = {
  getStore: () => call('getStore'),
  savePriceRules: (body: PriceRulesRequest) => call('savePriceRules', { body }),
  findLabels: (of: 'tags' | 'families', search: string, signal: AbortSignal) =>
    call('listLabels', { query: { of, search }, signal }),
  listCategories: () => call('listCategories'),
  getPlan: (plan: string) => call('getPlan', { query: { plan } }),
  getMoments: (plan: string) => call('getMoments', { query: { plan } }),
  getDeepest: (query: { plan: string; from: string; to: string }, signal: AbortSignal) =>
    call('getDeepest', { query, signal }),
  getReach: (body: ReachQuestion, signal: AbortSignal) => call('getReach', { body, signal }),

  listProducts: (query: Asked & Partial<ProductsQuery>, signal?: AbortSignal) =>
    call('listProducts', { query, signal }),
  getProductTable: (body: TableQuestion, signal?: AbortSignal) => call('getProductTable', { body, signal }),
  /** The SKUs of all that the filters leave. */
  listFound: async (body: FoundQuestion) => (await call('listFoundProducts', { body })).skus,
  getProduct: (sku: string, query: Asked) => call('getProduct', { params: { sku }, query: { ...query } }),
  deleteProduct: (sku: string, revision: number) => call('deleteProduct', { params: { sku }, query: { revision } }),
  createProduct: (body: ProductRequest) => call('createProduct', { body }),
  getHistory: (sku: string, query: Asked) => call('getProductHistory', { params: { sku }, query: { ...query } }),
  lookUp: (skus: readonly string[]) => call('lookUpProducts', { body: { skus: [...skus] } }),
  /** Tells how far it is, then what would become of every product. */
  async previewReprice(
    body: RepriceQuestion,
    { signal, onProgress }: { signal: AbortSignal; onProgress: (share: number) => void },
  ): Promise<RepriceAnswer> {
    const lines = requestLines<RepriceLine>(pathOf('previewReprice'), toOptions('previewReprice', { body, signal }))
    for await (const line of lines) {
      if ('answer' in line) return line.answer
      if ('error' in line) throw new ApiError(line.error.code as ErrorCode, line.error)
      onProgress(line.progress)
    }
    throw new ApiError('unreachable')
  },
  previewTakeOff: (body: TakeOffRequest) => call('previewTakeOff', { body }),
  takeOff: (body: TakeOffRun) => call('takeOff', { body }),
  fileUrl: (kind: ImportKind, type: 'csv' | 'xlsx' | 'json') =>
    `/api${kind === 'plan' ? pathOf('getPlanFile') : pathOf('getFile', { kind, type })}`,
  templateUrl: (kind: ImportKind, type: 'csv' | 'xlsx') => `/api${pathOf('getTemplate', { kind, type })}`,
  rejectedUrl: (id: string, type: 'csv' | 'xlsx' | 'json') => `/api${pathOf('getRejectedRows', { id, type })}`,

  /** Archived ones too. */
  listAllPromotions: () => call('listPromotions'),
  listPromotions: async () => (await api.listAllPromotions()).filter(({ archived }) => !archived),
  getPromotion: (id: string) => call('getPromotion', { params: { id } }),
  createPromotion: (body: PromotionDraft) => call('createPromotion', { body }),
  updatePromotion: (id: string, body: PromotionUpdate) => call('updatePromotion', { params: { id }, body }),
  deletePromotion: (id: string, version: number) => call('deletePromotion', { params: { id }, query: { version } }),
  restorePromotion: (id: string, version: number) => call('restorePromotion', { params: { id }, query: { version } }),
  moveBefore: (id: string, body: RankRequest) => call('rankPromotion', { params: { id }, body }),
  getPair: (first: string, second: string) => call('getPair', { query: { first, second } }),
  getMeetings: (sku: string) => call('getMeetings', { query: { sku } }),
  saveStacking: (body: StackingRequest) => call('saveStacking', { body }),
  listCampaigns: () => call('listCampaigns'),
  createCampaign: (body: CampaignDraft) => call('createCampaign', { body }),
  updateCampaign: (id: string, body: CampaignUpdate) => call('updateCampaign', { params: { id }, body }),
  deleteCampaign: (id: string, version: number) => call('deleteCampaign', { params: { id }, query: { version } }),

  listSets: () => call('listSets'),
  createSet: (body: SetDraft) => call('createSet', { body }),
  updateSet: (id: string, body: SetUpdate) => call('updateSet', { params: { id }, body }),
  deleteSet: (id: string, version: number) => call('deleteSet', { params: { id }, query: { version } }),

  listOccasions: () => call('listOccasions'),
  createOccasion: (body: OccasionDraft) => call('createOccasion', { body }),
  updateOccasion: (id: string, body: OccasionUpdate) => call('updateOccasion', { params: { id }, body }),
  deleteOccasion: (id: string, version: number) => call('deleteOccasion', { params: { id }, query: { version } }),

  startImport: (kind: ImportKind, file: File): Promise<AnswerOf<Endpoints['startImport']>> =>
    request(pathOf('startImport'), {
      ...toOptions('startImport', { query: { kind }, body: file.slice(0, file.size) }),
      headers: { 'content-type': mediaTypeOf(file.name), 'x-file-name': encodeURIComponent(file.name) },
    }),
  getImport: (id: string) => call('getImport', { params: { id } }),
  acceptImport: (id: string, rows: 'all' | 'good') => call('acceptImport', { params: { id }, body: { rows } }),
  /** Those that can be undone. */
  listImports: () => call('listImports'),
  undoImport: (id: string) => call('undoImport', { params: { id } }),
  removeImport: (id: string) => call('removeImport', { params: { id } }),

  runTestCarts: () => call('runTestCarts'),
  createTestCart: (body: TestCartDraft) => call('createTestCart', { body }),
  updateTestCart: (id: string, body: TestCartUpdate) => call('updateTestCart', { params: { id }, body }),
  deleteTestCart: (id: string, version: number) => call('deleteTestCart', { params: { id }, query: { version } }),

  findShoppers: (search: string, signal: AbortSignal) => call('findShoppers', { query: { search }, signal }),

  listReleases: () => call('listReleases'),
  getDifferences: () => call('compareWithShop'),
  getReview: (release: number | null) => call('reviewRelease', { query: { release } }),
  release: (body: ReleaseRequest) => call('release', { body }),

  listShop: (query: { at: string; search: string; category: string | null; page: number }, signal: AbortSignal) =>
    call('listShopProducts', { query, signal }),
  priceShopCart: (body: ShopCartRequest, signal: AbortSignal) => call('priceShopCart', { body, signal }),
  listShopOffers: (sku: string, at: string) => call('listShopOffers', { params: { sku }, query: { at } }),
  getShopProduct: (sku: string, at: string) => call('getShopProduct', { params: { sku }, query: { at } }),
}
