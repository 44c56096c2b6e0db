import type {
  CampaignDraft,
  CampaignRecord,
  CampaignUpdate,
  CategoryAnswer,
  DeepestAnswer,
  ErrorCode,
  FoundAnswer,
  FoundQuestion,
  HistoryAnswer,
  ImportKind,
  InShopAnswer,
  ImportStatus,
  LabelsAnswer,
  LookupAnswer,
  MeetingsAnswer,
  MomentsAnswer,
  OccasionDraft,
  OccasionRecord,
  OccasionUpdate,
  PairAnswer,
  PlanAnswer,
  PriceRulesRequest,
  RankRequest,
  PricedProduct,
  ProductRequest,
  ProductsAnswer,
  ProductsQuery,
  PromotionDraft,
  PromotionRecord,
  PromotionUpdate,
  ReachAnswer,
  ReachQuestion,
  ReleaseRequest,
  ReleaseSummary,
  RepriceAnswer,
  RepriceLine,
  RepriceQuestion,
  ReviewAnswer,
  SetAnswer,
  SetDraft,
  SetRecord,
  SetUpdate,
  ShopAnswer,
  ShopCartAnswer,
  ShopCartRequest,
  ShopOffers,
  ShopProductAnswer,
  ShoppersAnswer,
  StackingRequest,
  StoreAnswer,
  TableAnswer,
  TableQuestion,
  TakeOffAnswer,
  TakeOffRequest,
  TakeOffRun,
  TestCart,
  TestCartDraft,
  TestCartRun,
  TestCartUpdate,
} from '@novalex/contract'
import { ApiError, request, requestLines } from './http.ts'

/** Which plan and which instant a question is about. */
export interface Asked {
  readonly plan: string
  readonly at: string
}

/** Browsers call files what the operating system has heard of; the name says it better. */
function mediaTypeOf(name: string): string {
  if (/\.json$/i.test(name)) return 'application/json'
  return /\.xlsx$/i.test(name) ? 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet' : 'text/csv'
}

export const api = {
  getStore: () => request<StoreAnswer>('/store'),
  savePriceRules: (body: PriceRulesRequest) => request<undefined>('/store/price-rules', { method: 'PUT', body }),
  findLabels: (of: 'tags' | 'families', search: string, signal: AbortSignal) =>
    request<LabelsAnswer>('/labels', { query: { of, search }, signal }),
  listCategories: () => request<CategoryAnswer[]>('/categories'),
  getPlan: (plan: string) => request<PlanAnswer>('/plan', { query: { plan } }),
  getMoments: (plan: string) => request<MomentsAnswer>('/moments', { query: { plan } }),
  getDeepest: (query: { plan: string; from: string; to: string }, signal: AbortSignal) =>
    request<DeepestAnswer>('/deepest', { query, signal }),
  getReach: (body: ReachQuestion, signal: AbortSignal) =>
    request<ReachAnswer>('/reach', { method: 'POST', body, signal }),

  listProducts: (query: Asked & Partial<ProductsQuery>, signal?: AbortSignal) =>
    request<ProductsAnswer>('/products', signal ? { query: { ...query }, signal } : { query: { ...query } }),
  getProductTable: (body: TableQuestion, signal?: AbortSignal) =>
    request<TableAnswer>('/products/table', { method: 'POST', body, ...(signal ? { signal } : {}) }),
  /** The SKUs of all that the filters leave. */
  listFound: async (body: FoundQuestion) =>
    (await request<FoundAnswer>('/products/found', { method: 'POST', body })).skus,
  getProduct: (sku: string, asked: Asked) =>
    request<PricedProduct>(`/products/${encodeURIComponent(sku)}`, { query: { ...asked } }),
  deleteProduct: (sku: string, revision: number) =>
    request<undefined>(`/products/${encodeURIComponent(sku)}`, { method: 'DELETE', query: { revision } }),
  createProduct: (body: ProductRequest) => request<undefined>('/products', { method: 'POST', body }),
  getHistory: (sku: string, asked: Asked) =>
    request<HistoryAnswer>(`/products/${encodeURIComponent(sku)}/history`, { query: { ...asked } }),
  lookUp: (skus: readonly string[]) => request<LookupAnswer>('/products/lookup', { method: 'POST', body: { skus } }),
  /** Tells how far it is, then what would become of every product. */
  async previewReprice(
    body: RepriceQuestion,
    { signal, onProgress }: { signal: AbortSignal; onProgress: (share: number) => void },
  ): Promise<RepriceAnswer> {
    for await (const line of requestLines<RepriceLine>('/reprice/preview', { method: 'POST', body, signal })) {
      if ('answer' in line) return line.answer
      if ('error' in line) throw new ApiError(line.error.code as ErrorCode, line.error)
      onProgress(line.progress)
    }
    throw new ApiError('unreachable')
  },
  previewTakeOff: (body: TakeOffRequest) =>
    request<TakeOffAnswer>('/reprice/take-off/preview', { method: 'POST', body }),
  takeOff: (body: TakeOffRun) => request<PromotionRecord[]>('/reprice/take-off', { method: 'POST', body }),
  fileUrl: (kind: ImportKind, type: 'csv' | 'xlsx' | 'json') => `/api/files/${kind}.${type}`,
  templateUrl: (kind: ImportKind, type: 'csv' | 'xlsx') => `/api/files/templates/${kind}.${type}`,
  rejectedUrl: (id: string, type: 'csv' | 'xlsx' | 'json') => `/api/imports/${id}/rejected.${type}`,

  /** Archived ones too. */
  listAllPromotions: () => request<PromotionRecord[]>('/promotions'),
  listPromotions: async () => (await api.listAllPromotions()).filter(({ archived }) => !archived),
  getPromotion: (id: string) => request<PromotionRecord>(`/promotions/${encodeURIComponent(id)}`),
  createPromotion: (body: PromotionDraft) => request<PromotionRecord>('/promotions', { method: 'POST', body }),
  updatePromotion: (id: string, body: PromotionUpdate) =>
    request<PromotionRecord>(`/promotions/${encodeURIComponent(id)}`, { method: 'PUT', body }),
  deletePromotion: (id: string, version: number) =>
    request<undefined>(`/promotions/${encodeURIComponent(id)}`, { method: 'DELETE', query: { version } }),
  restorePromotion: (id: string, version: number) =>
    request<PromotionRecord>(`/promotions/${encodeURIComponent(id)}/restore`, { method: 'POST', query: { version } }),
  moveBefore: (id: string, body: RankRequest) =>
    request<PromotionRecord>(`/promotions/${encodeURIComponent(id)}/rank`, { method: 'PUT', body }),
  getPair: (first: string, second: string) => request<PairAnswer>('/stacking/pair', { query: { first, second } }),
  getMeetings: (sku: string) => request<MeetingsAnswer>('/stacking/meetings', { query: { sku } }),
  saveStacking: (body: StackingRequest) => request<undefined>('/stacking', { method: 'PUT', body }),
  listCampaigns: () => request<CampaignRecord[]>('/campaigns'),
  createCampaign: (body: CampaignDraft) => request<CampaignRecord>('/campaigns', { method: 'POST', body }),
  updateCampaign: (id: string, body: CampaignUpdate) =>
    request<CampaignRecord>(`/campaigns/${encodeURIComponent(id)}`, { method: 'PUT', body }),
  deleteCampaign: (id: string, version: number) =>
    request<undefined>(`/campaigns/${encodeURIComponent(id)}`, { method: 'DELETE', query: { version } }),

  listSets: () => request<SetAnswer[]>('/sets'),
  createSet: (body: SetDraft) => request<SetRecord>('/sets', { method: 'POST', body }),
  updateSet: (id: string, body: SetUpdate) =>
    request<SetRecord>(`/sets/${encodeURIComponent(id)}`, { method: 'PUT', body }),
  deleteSet: (id: string, version: number) =>
    request<undefined>(`/sets/${encodeURIComponent(id)}`, { method: 'DELETE', query: { version } }),

  listOccasions: () => request<OccasionRecord[]>('/occasions'),
  createOccasion: (body: OccasionDraft) => request<OccasionRecord>('/occasions', { method: 'POST', body }),
  updateOccasion: (id: string, body: OccasionUpdate) =>
    request<OccasionRecord>(`/occasions/${encodeURIComponent(id)}`, { method: 'PUT', body }),
  deleteOccasion: (id: string, version: number) =>
    request<undefined>(`/occasions/${encodeURIComponent(id)}`, { method: 'DELETE', query: { version } }),

  startImport: (kind: ImportKind, file: File) =>
    request<ImportStatus>('/imports', {
      method: 'POST',
      query: { kind },
      body: file.slice(0, file.size),
      headers: { 'content-type': mediaTypeOf(file.name), 'x-file-name': encodeURIComponent(file.name) },
    }),
  getImport: (id: string) => request<ImportStatus>(`/imports/${id}`),
  acceptImport: (id: string, rows: 'all' | 'good') =>
    request<ImportStatus>(`/imports/${id}/accept`, { method: 'POST', body: { rows } }),
  /** Those that can be undone. */
  listImports: () => request<ImportStatus[]>('/imports'),
  undoImport: (id: string) => request<ImportStatus>(`/imports/${id}/undo`, { method: 'POST' }),
  removeImport: (id: string) => request<undefined>(`/imports/${id}`, { method: 'DELETE' }),

  runTestCarts: () => request<TestCartRun[]>('/test-carts'),
  createTestCart: (body: TestCartDraft) => request<TestCart>('/test-carts', { method: 'POST', body }),
  updateTestCart: (id: string, body: TestCartUpdate) =>
    request<TestCart>(`/test-carts/${encodeURIComponent(id)}`, { method: 'PUT', body }),
  deleteTestCart: (id: string, version: number) =>
    request<undefined>(`/test-carts/${encodeURIComponent(id)}`, { method: 'DELETE', query: { version } }),

  findShoppers: (search: string, signal: AbortSignal) =>
    request<ShoppersAnswer>('/shoppers', { query: { search }, signal }),

  listReleases: () => request<ReleaseSummary[]>('/releases'),
  getDifferences: () => request<InShopAnswer>('/releases/differences'),
  getReview: (release: number | null) => request<ReviewAnswer>('/releases/review', { query: { release } }),
  release: (body: ReleaseRequest) => request<ReleaseSummary>('/releases', { method: 'POST', body }),

  listShop: (query: { at: string; search: string; category: string | null; page: number }, signal: AbortSignal) =>
    request<ShopAnswer>('/shop/products', { query, signal }),
  priceShopCart: (body: ShopCartRequest, signal: AbortSignal) =>
    request<ShopCartAnswer>('/shop/cart', { method: 'POST', body, signal }),
  listShopOffers: (sku: string, at: string) =>
    request<ShopOffers>(`/shop/products/${encodeURIComponent(sku)}/offers`, { query: { at } }),
  getShopProduct: (sku: string, at: string) =>
    request<ShopProductAnswer>(`/shop/products/${encodeURIComponent(sku)}`, { query: { at } }),
}
