import { Type } from '@sinclair/typebox'
import { ACCESS_ENDPOINTS } from './accessEndpoints.ts'
import { ActivityAnswer, ActivityFileQuery, ActivityQuery } from './activitySchema.ts'
import type { EndpointName } from './addresses.ts'
import { IdParams as params, SkuParams } from './addressSchema.ts'
import * as api from './api.ts'
import { CODE_ENDPOINTS } from './codeEndpoints.ts'
import { DeepestAnswer, DeepestQuery } from './calendarSchema.ts'
import { DeliveryRequest, SecondPersonRequest } from './deliverySchema.ts'
import { answering, NOT_FOUND, sending, sendingEvents, silent, telling, USED, type Endpoint } from './endpoint.ts'
import { FINDING_ENDPOINTS } from './findingEndpoints.ts'
import { AlarmRequest } from './findingSchema.ts'
import { FILE_ENDPOINTS } from './fileEndpoints.ts'
import { LookupAnswer, LookupRequest } from './lookupSchema.ts'
import { ORDER_ENDPOINTS } from './orderEndpoints.ts'
import { PLANNING_ENDPOINTS } from './planningEndpoints.ts'
import { HistoryAnswer, PriceRulesRequest } from './priceSchema.ts'
import * as table from './productTableSchema.ts'
import { QuoteAnswer } from './quoteSchema.ts'
import { RELEASE_ENDPOINTS } from './releaseEndpoints.ts'
import { RepriceLine, RepriceQuestion, TakeOffAnswer, TakeOffRequest, TakeOffRun } from './repriceSchema.ts'
import { ShopperLabelsAnswer, ShoppersAnswer, ShoppersQuery } from './shopperSchema.ts'
import { SHOP_ENDPOINTS } from './shopEndpoints.ts'

/** Every endpoint of the API: the server's routes, the web's client, the OpenAPI document and who may do what follow from it. */
export const ENDPOINTS = {
  ...ACCESS_ENDPOINTS,

  getStore: answering(api.StoreAnswer, {
    role: 'reader',
    summary: 'The store, its clock, the revisions of plan and catalogue, the latest change, and the live release',
  }),
  followChanges: sendingEvents(api.ChangeEvent, {
    role: 'reader',
    summary:
      'The number of the latest change, then of each that is written, by whichever process; events called sales, a number that is another one after each order; called findings, one that is another after each check of a plan',
  }),
  savePriceRules: silent({
    role: 'administrator',
    summary: 'The floor, and what is reckoned with reductions; names the version of the store in which that was seen',
    body: PriceRulesRequest,
    errors: ['stale-version'],
  }),
  saveAlarm: silent({
    role: 'administrator',
    summary: 'From when on a plan deserves a look; names the version of the store in which that was seen',
    body: AlarmRequest,
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
  getProduct: answering(api.ProductAnswer, {
    role: 'reader',
    summary: 'A product with the causes of its price',
    params: SkuParams,
    query: api.PlanQuery,
    errors: NOT_FOUND,
  }),
  updateProduct: silent({
    role: 'planner',
    summary: 'Changes a product; names the revision of the catalogue in which it was seen',
    params: SkuParams,
    body: table.ProductChange,
    errors: ['not-found', 'stale-version'],
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

  ...PLANNING_ENDPOINTS,
  ...FINDING_ENDPOINTS,
  ...RELEASE_ENDPOINTS,
  findShoppers: answering(ShoppersAnswer, {
    role: 'reader',
    summary: 'Shoppers that fit a search, page by page',
    query: ShoppersQuery,
  }),
  listShopperLabels: answering(ShopperLabelsAnswer, {
    role: 'reader',
    summary: 'The groups and tags that shoppers have, those of most shoppers first',
  }),
  ...FILE_ENDPOINTS,
  ...SHOP_ENDPOINTS,
  ...ORDER_ENDPOINTS,
  ...CODE_ENDPOINTS,

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
