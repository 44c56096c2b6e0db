import { Type } from '@sinclair/typebox'
import { ACCESS_ENDPOINTS } from './accessEndpoints.ts'
import { ActivityAnswer, ActivityFileQuery, ActivityQuery } from './activitySchema.ts'
import type { EndpointName } from './addresses.ts'
import { FileParams, IdParams, RejectedParams, SkuParams, UploadHeaders } from './addressSchema.ts'
import * as api from './api.ts'
import { DeepestAnswer, DeepestQuery } from './calendarSchema.ts'
import { DeliveryRequest, SecondPersonRequest } from './deliverySchema.ts'
import { answering, sending, sendingEvents, silent, telling, type Endpoint } from './endpoint.ts'
import { AcceptRequest, ImportQuery, ImportsAnswer, ImportStatus } from './importSchema.ts'
import { LookupAnswer, LookupRequest } from './lookupSchema.ts'
import { OccasionDraft, OccasionRecord, OccasionsAnswer, OccasionUpdate } from './occasionSchema.ts'
import { Preparation, PreparationRequest, PreparationsAnswer, SendBackRequest } from './preparationSchema.ts'
import { HistoryAnswer, PriceRulesRequest } from './priceSchema.ts'
import * as table from './productTableSchema.ts'
import { QuoteAnswer } from './quoteSchema.ts'
import {
  InShopAnswer,
  ReleaseRequest,
  ReleasesAnswer,
  ReleaseSummary,
  ReviewAnswer,
  ReviewQuery,
} from './releaseSchema.ts'
import { RepriceLine, RepriceQuestion, TakeOffAnswer, TakeOffRequest, TakeOffRun } from './repriceSchema.ts'
import { SetDraft, SetRecord, SetsAnswer, SetUpdate } from './setSchema.ts'
import { ShoppersAnswer, ShoppersQuery } from './shopperSchema.ts'
import { SHOP_ENDPOINTS } from './shopEndpoints.ts'
import * as stacking from './stackingSchema.ts'
import { TestCart, TestCartDraft, TestCartRuns, TestCartUpdate } from './testCartSchema.ts'

const params = IdParams
const query = api.VersionQuery
const NOT_FOUND = ['not-found'] as const
const STALE = ['not-found', 'stale-version'] as const
const USED = ['not-found', 'stale-version', 'in-use'] as const
const FILE_TYPES = [
  'text/csv',
  'application/json',
  'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet',
] as const

/** Every endpoint of the API: the server's routes, the web's client, the OpenAPI document and who may do what follow from it. */
export const ENDPOINTS = {
  ...ACCESS_ENDPOINTS,

  getStore: answering(api.StoreAnswer, {
    role: 'reader',
    summary: 'The store, its clock, the revisions of plan and catalogue, the latest change, and the live release',
  }),
  followChanges: sendingEvents(api.ChangeEvent, {
    role: 'reader',
    summary: 'The number of the latest change, then of each that is written, by whichever process',
  }),
  savePriceRules: silent({
    role: 'administrator',
    summary: 'The floor, and what is reckoned with reductions; names the version of the store in which that was seen',
    body: PriceRulesRequest,
    errors: ['stale-version'],
  }),
  saveDelivery: silent({
    role: 'administrator',
    summary: 'The ways of delivery with their prices by country; names the version of the store in which that was seen',
    body: DeliveryRequest,
    errors: ['stale-version'],
  }),
  saveSecondPerson: silent({
    role: 'administrator',
    summary: 'Whether what one prepared takes another to release; names the version of the store',
    body: SecondPersonRequest,
    errors: ['stale-version'],
  }),

  listLabels: answering(table.LabelsAnswer, {
    role: 'reader',
    summary: 'Tags or families in use, with their numbers of products, the most first',
    query: table.LabelsQuery,
  }),
  listCategories: answering(api.CategoriesAnswer, {
    role: 'reader',
    summary: 'Categories with paths and numbers of products',
  }),
  deleteCategory: silent({
    role: 'planner',
    summary: 'Takes a category out; names the revision of the catalogue in which it was seen',
    params,
    query: api.RevisionQuery,
    errors: USED,
  }),
  listProducts: answering(api.ProductsAnswer, {
    role: 'reader',
    summary: 'Products with their prices at a moment under a plan, page by page',
    query: api.ProductsQuery,
    errors: NOT_FOUND,
  }),
  createProduct: silent(
    { role: 'planner', summary: 'A new product, as the plan file writes it', body: table.ProductRequest },
    201,
  ),
  getProductTable: answering(table.TableAnswer, {
    role: 'reader',
    summary: 'All columns of the products that filters leave, some rows of them',
    body: table.TableQuestion,
    isBodyLong: true,
    errors: NOT_FOUND,
  }),
  listFoundProducts: answering(table.FoundAnswer, {
    role: 'reader',
    summary: 'The SKUs of all products that filters leave',
    body: table.FoundQuestion,
    isBodyLong: true,
    errors: NOT_FOUND,
  }),
  lookUpProducts: answering(LookupAnswer, {
    role: 'reader',
    summary: 'Which of a list of SKUs there are',
    body: LookupRequest,
    isBodyLong: true,
  }),
  getProduct: answering(api.PricedProduct, {
    role: 'reader',
    summary: 'A product with the causes of its price',
    params: SkuParams,
    query: api.PlanQuery,
    errors: NOT_FOUND,
  }),
  deleteProduct: silent({
    role: 'planner',
    summary: 'Takes a product out; names the revision of the catalogue in which it was seen',
    params: SkuParams,
    query: api.RevisionQuery,
    errors: USED,
  }),
  getProductHistory: answering(HistoryAnswer, {
    role: 'reader',
    summary: 'What a product cost and will cost, with causes; its prior price, and what may be struck',
    params: SkuParams,
    query: api.PlanQuery,
    errors: NOT_FOUND,
  }),
  previewReprice: telling(RepriceLine, {
    isHeavy: true,
    role: 'planner',
    summary:
      'New prices for many products, looked at beforehand: how far it is, then the answer; who leaves cancels it',
    body: RepriceQuestion,
    isBodyLong: true,
    errors: NOT_FOUND,
  }),
  previewTakeOff: answering(TakeOffAnswer, {
    isHeavy: true,
    role: 'planner',
    summary: 'Which sales hold the prices of some products, and what becomes of each; names the revisions looked at',
    body: TakeOffRequest,
    isBodyLong: true,
    errors: NOT_FOUND,
  }),
  takeOff: answering(api.PromotionsAnswer, {
    isHeavy: true,
    role: 'planner',
    summary: 'Takes those prices off in one step; answers the promotions as they were',
    body: TakeOffRun,
    isBodyLong: true,
    errors: [...NOT_FOUND, 'stale-plan'],
  }),
  getReach: answering(api.ReachAnswer, {
    role: 'reader',
    summary: 'How many products each reach of a mechanic holds, a sample of them, and what can’t be meant',
    body: api.ReachQuestion,
    isBodyLong: true,
  }),

  getPlan: answering(api.PlanAnswer, {
    role: 'reader',
    summary: 'A plan to price carts elsewhere: without its products, apart from those that it may add as gifts',
    query: api.PlanQuery,
    errors: NOT_FOUND,
  }),
  getMoments: answering(api.MomentsAnswer, {
    role: 'reader',
    summary: 'Every instant at which a shelf price changes',
    query: api.PlanQuery,
    errors: NOT_FOUND,
  }),
  getDeepest: answering(DeepestAnswer, {
    role: 'reader',
    summary: 'The deepest combined reduction of each root category through at most 400 days',
    query: DeepestQuery,
    errors: NOT_FOUND,
  }),
  priceCart: answering(QuoteAnswer, {
    role: 'reader',
    summary: 'A cart priced under a plan, the live release if none is named',
    body: api.QuoteRequest,
    errors: NOT_FOUND,
  }),

  listPromotions: answering(api.PromotionsAnswer, {
    role: 'reader',
    summary: 'All promotions of the working plan, archived ones too',
  }),
  createPromotion: answering(
    api.PromotionRecord,
    { role: 'planner', summary: 'A new promotion', body: api.PromotionDraft, isBodyLong: true },
    201,
  ),
  getPromotion: answering(api.PromotionRecord, { role: 'reader', summary: 'A promotion', params, errors: NOT_FOUND }),
  updatePromotion: answering(api.PromotionRecord, {
    role: 'planner',
    summary: 'Changes a promotion; names the version from which the change was made',
    params,
    body: api.PromotionUpdate,
    isBodyLong: true,
    errors: STALE,
  }),
  deletePromotion: silent({ role: 'planner', summary: 'Deletes a promotion', params, query, errors: STALE }),
  restorePromotion: answering(api.PromotionRecord, {
    role: 'planner',
    summary: 'Takes a deletion back, unless somebody did so before',
    params,
    query,
    errors: STALE,
  }),
  rankPromotion: answering(api.PromotionRecord, {
    role: 'planner',
    summary: 'Puts a promotion before another in the order of ranks, or at the end',
    params,
    body: stacking.RankRequest,
    errors: STALE,
  }),
  saveStacking: silent({
    role: 'planner',
    summary: 'Which stack groups are kept apart, and how conflicts are settled',
    body: stacking.StackingRequest,
    errors: ['stale-version'],
  }),
  getPair: answering(stacking.PairAnswer, {
    role: 'reader',
    summary: 'A cart in which two promotions both fit, priced four ways, with reasons',
    query: stacking.PairQuery,
    errors: NOT_FOUND,
  }),
  getMeetings: answering(stacking.MeetingsAnswer, {
    isHeavy: true,
    role: 'reader',
    summary: 'All promotions that may ever meet on a product, pair by pair',
    query: stacking.MeetingsQuery,
    errors: NOT_FOUND,
  }),

  runTestCarts: answering(TestCartRuns, {
    role: 'reader',
    summary: 'All test carts, priced under the working plan and the live release',
  }),
  createTestCart: answering(TestCart, { role: 'planner', summary: 'A new test cart', body: TestCartDraft }, 201),
  updateTestCart: answering(TestCart, {
    role: 'planner',
    summary: 'Changes a test cart',
    params,
    body: TestCartUpdate,
    errors: STALE,
  }),
  deleteTestCart: silent({ role: 'planner', summary: 'Deletes a test cart', params, query, errors: STALE }),
  listCampaigns: answering(api.CampaignsAnswer, { role: 'reader', summary: 'All campaigns' }),
  createCampaign: answering(
    api.CampaignRecord,
    { role: 'planner', summary: 'A new campaign', body: api.CampaignDraft },
    201,
  ),
  updateCampaign: answering(api.CampaignRecord, {
    role: 'planner',
    summary: 'Changes a campaign',
    params,
    body: api.CampaignUpdate,
    errors: STALE,
  }),
  deleteCampaign: silent({ role: 'planner', summary: 'Deletes a campaign', params, query, errors: USED }),
  listSets: answering(SetsAnswer, {
    role: 'reader',
    summary: 'Product sets, picked by hand or by a filter, with what they hold and what uses them',
  }),
  createSet: answering(
    SetRecord,
    { role: 'planner', summary: 'A new product set', body: SetDraft, isBodyLong: true },
    201,
  ),
  updateSet: answering(SetRecord, {
    role: 'planner',
    summary: 'Changes a product set',
    params,
    body: SetUpdate,
    isBodyLong: true,
    errors: STALE,
  }),
  deleteSet: silent({ role: 'planner', summary: 'Deletes a product set', params, query, errors: USED }),
  listOccasions: answering(OccasionsAnswer, {
    role: 'reader',
    summary: 'Times that promotions follow; without dates while they are open',
  }),
  createOccasion: answering(OccasionRecord, { role: 'planner', summary: 'A new occasion', body: OccasionDraft }, 201),
  updateOccasion: answering(OccasionRecord, {
    role: 'planner',
    summary: 'Changes an occasion; new dates reach all that follow in the same step',
    params,
    body: OccasionUpdate,
    errors: STALE,
  }),
  deleteOccasion: silent({ role: 'planner', summary: 'Deletes an occasion', params, query, errors: USED }),

  listReleases: answering(ReleasesAnswer, { role: 'reader', summary: 'All releases, the newest first' }),
  compareWithShop: answering(InShopAnswer, {
    role: 'reader',
    summary: 'The promotions of the working plan that the live release lacks or has otherwise',
  }),
  reviewRelease: answering(ReviewAnswer, {
    isHeavy: true,
    role: 'reader',
    summary: 'What the next release would change, or what taking up an older one again would',
    query: ReviewQuery,
    errors: NOT_FOUND,
  }),
  release: answering(
    ReleaseSummary,
    {
      role: 'releaser',
      summary: 'Makes the reviewed plan the one that the shop follows; names the revision that was reviewed',
      body: ReleaseRequest,
      errors: ['stale-plan', 'plan-has-problems', 'nothing-to-release', 'not-found', 'second-person-needed'],
    },
    201,
  ),
  listPreparations: answering(PreparationsAnswer, {
    role: 'reader',
    summary: 'The latest releases that somebody prepared for another to look through, the newest first',
  }),
  prepareRelease: answering(
    Preparation,
    {
      role: 'planner',
      summary: 'Prepares a release for another to look through; one that still waits is overtaken by it',
      body: PreparationRequest,
      errors: ['stale-plan', 'not-found'],
    },
    201,
  ),
  approveRelease: answering(
    ReleaseSummary,
    {
      role: 'releaser',
      summary: 'Makes the release that another prepared, unless the plan has changed since',
      params,
      errors: [
        'not-found',
        'own-preparation',
        'already-settled',
        'stale-plan',
        'plan-has-problems',
        'nothing-to-release',
      ],
    },
    201,
  ),
  sendReleaseBack: silent({
    role: 'releaser',
    summary: 'Sends a prepared release back with a word',
    params,
    body: SendBackRequest,
    errors: ['not-found', 'already-settled'],
  }),
  withdrawRelease: silent({
    role: 'planner',
    summary: 'Takes a prepared release back before it is made',
    params,
    errors: ['not-found', 'already-settled'],
  }),

  findShoppers: answering(ShoppersAnswer, {
    role: 'reader',
    summary: 'How many shoppers fit a search, and the first 20',
    query: ShoppersQuery,
  }),
  getPlanFile: sending({ role: 'reader', summary: 'The promotions of the working plan as a plan file' }),
  getTemplate: sending({
    role: 'reader',
    summary: 'A file with its header and a row that shows how cells are filled in',
    params: FileParams,
  }),
  getFile: sending({ isHeavy: true, role: 'reader', summary: 'What is there, as a table', params: FileParams }),
  startImport: answering(
    ImportStatus,
    {
      role: 'planner',
      summary: 'Takes a file in, its name percent-encoded in a header; it is read in a thread, then previewed',
      query: ImportQuery,
      headers: UploadHeaders,
      upload: FILE_TYPES,
      errors: ['uploads-busy'],
    },
    202,
  ),
  listImports: answering(ImportsAnswer, {
    role: 'reader',
    summary: 'The files that can be undone now: nothing else of the plan, or of the catalogue, was changed after them',
  }),
  getImport: answering(ImportStatus, {
    role: 'reader',
    summary: 'State and progress of a file',
    params,
    errors: NOT_FOUND,
  }),
  acceptImport: answering(
    ImportStatus,
    {
      role: 'planner',
      summary: 'Writes a file: all its rows, or those without faults',
      params,
      body: AcceptRequest,
      isBodyOptional: true,
      errors: ['not-found', 'import-not-ready'],
    },
    202,
  ),
  getRejectedRows: sending({
    isHeavy: true,
    role: 'reader',
    summary: 'The rows of a file with faults, each with what is wrong',
    params: RejectedParams,
    errors: NOT_FOUND,
  }),
  undoImport: answering(ImportStatus, {
    role: 'planner',
    summary: 'Puts back what a file replaced and takes out what it brought',
    params,
    errors: ['not-found', 'import-not-ready', 'import-overtaken', 'in-use'],
  }),
  removeImport: silent({
    role: 'planner',
    summary: 'Forgets a file',
    params,
    errors: ['not-found', 'import-not-ready'],
  }),

  ...SHOP_ENDPOINTS,

  listActivity: answering(ActivityAnswer, {
    role: 'reader',
    summary: 'The latest 100 changes that filters leave: who, when, what, before and after',
    query: ActivityQuery,
  }),
  getActivityFile: sending({
    role: 'reader',
    summary: 'All changes that filters leave, as CSV',
    query: ActivityFileQuery,
  }),
  getOpenApi: answering(Type.Record(Type.String(), Type.Any()), {
    role: 'anyone',
    summary: 'This interface as an OpenAPI document',
  }),
} as const satisfies Readonly<Record<EndpointName, Endpoint>>

export type Endpoints = typeof ENDPOINTS
