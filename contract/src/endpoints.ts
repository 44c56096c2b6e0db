import { Type } from '@sinclair/typebox'
import { ACCESS_ENDPOINTS } from './accessEndpoints.ts'
import { ActivityAnswer, ActivityFileQuery, ActivityQuery } from './activitySchema.ts'
import type { EndpointName } from './addresses.ts'
import { IdParams as params, SkuParams } from './addressSchema.ts'
import * as api from './api.ts'
import { ChannelsRequest, PartnersRequest } from './channelSchema.ts'
import { CODE_ENDPOINTS } from './codeEndpoints.ts'
import { DeepestAnswer, DeepestQuery } from './calendarSchema.ts'
import { DeliveryRequest, LocaleRequest, ApprovalRuleRequest } from './deliverySchema.ts'
import { answering, NOT_FOUND, sending, sendingEvents, silent, telling, USED, type Endpoint } from './endpoint.ts'
import { FEED_ENDPOINTS } from './feedEndpoints.ts'
import { FINDING_ENDPOINTS } from './findingEndpoints.ts'
import { FindingThresholdsRequest } from './findingSchema.ts'
import { FILE_ENDPOINTS } from './fileEndpoints.ts'
import { LookupAnswer, LookupRequest } from './lookupSchema.ts'
import { ORDER_ENDPOINTS } from './orderEndpoints.ts'
import { PLANNING_ENDPOINTS } from './planningEndpoints.ts'
import { HistoryAnswer, PriceRulesRequest } from './priceSchema.ts'
import * as table from './productTableSchema.ts'
import { QuoteAnswer } from './quoteSchema.ts'
import { RELEASE_ENDPOINTS } from './releaseEndpoints.ts'
import {
  RepriceLine,
  RepriceQuestion,
  SalePriceRemovalAnswer,
  SalePriceRemovalRequest,
  SalePriceRemovalRun,
} from './repriceSchema.ts'
import { ShopperLabelsAnswer, ShoppersAnswer, ShoppersQuery } from './shopperSchema.ts'
import { SHOP_ENDPOINTS } from './shopEndpoints.ts'
import { SUBMISSION_ENDPOINTS } from './submissionEndpoints.ts'

/** Every endpoint of the API: the server's routes, the web's client, the OpenAPI document and who may do what follow from it. */
export const ENDPOINTS = {
  ...ACCESS_ENDPOINTS,

  getStore: answering(api.StoreAnswer, {
    role: 'reader',
    summary: 'Get the store, its clock, the revisions of plan and catalogue, the latest change and the live release',
  }),
  followChanges: sendingEvents(api.ChangeEvent, {
    role: 'reader',
    summary:
      'Stream change numbers: the latest, then each new one from any process. Events named sales follow orders, events named findings follow plan checks',
  }),
  savePriceRules: silent({
    role: 'administrator',
    summary: 'Update the price floor and price rules; requires the store version they are based on',
    body: PriceRulesRequest,
    errors: ['stale-version'],
  }),
  saveFindingThresholds: silent({
    role: 'administrator',
    summary: 'Update the finding thresholds; requires the store version they are based on',
    body: FindingThresholdsRequest,
    errors: ['stale-version'],
  }),
  saveChannels: silent({
    role: 'administrator',
    summary: 'Update the own channels; requires the store version they are based on',
    body: ChannelsRequest,
    errors: ['stale-version'],
  }),
  savePartners: silent({
    role: 'planner',
    summary: 'Update the partner channels and their rules; requires the store version they are based on',
    body: PartnersRequest,
    isBodyLong: true,
    errors: ['stale-version'],
  }),
  saveDelivery: silent({
    role: 'administrator',
    summary: 'Update delivery methods with their prices by country; requires the store version they are based on',
    body: DeliveryRequest,
    errors: ['stale-version'],
  }),
  saveLocale: silent({
    role: 'administrator',
    summary: 'Set the locale in which numbers, money and dates are written; requires the store version',
    body: LocaleRequest,
    errors: ['stale-version'],
  }),
  saveApprovalRule: silent({
    role: 'administrator',
    summary: 'Set whether releases require approval by a second person; requires the store version',
    body: ApprovalRuleRequest,
    errors: ['stale-version'],
  }),

  listLabels: answering(table.LabelsAnswer, {
    role: 'reader',
    summary: 'List tags or families in use with their product counts, most products first',
    query: table.LabelsQuery,
  }),
  listCategories: answering(api.CategoriesAnswer, {
    role: 'reader',
    summary: 'List categories with their paths and product counts',
  }),
  deleteCategory: silent({
    role: 'planner',
    summary: 'Delete a category; requires the catalogue revision it was read in',
    params,
    query: api.RevisionQuery,
    errors: USED,
  }),
  listProducts: answering(api.ProductsAnswer, {
    role: 'reader',
    summary: 'List products with their prices at a time in a plan, paged',
    query: api.ProductsQuery,
    errors: NOT_FOUND,
  }),
  createProduct: silent(
    { role: 'planner', summary: 'Create a product, in the format of the plan file', body: table.ProductRequest },
    201,
  ),
  getProductTable: answering(table.TableAnswer, {
    role: 'reader',
    summary: 'Get rows of the product table that match filters, with all columns',
    body: table.TableQuestion,
    isBodyLong: true,
    errors: NOT_FOUND,
  }),
  listFoundProducts: answering(table.FoundAnswer, {
    role: 'reader',
    summary: 'List the SKUs of all products that match filters',
    body: table.FoundQuestion,
    isBodyLong: true,
    errors: NOT_FOUND,
  }),
  lookUpProducts: answering(LookupAnswer, {
    role: 'reader',
    summary: 'Check which SKUs exist',
    body: LookupRequest,
    isBodyLong: true,
  }),
  getProduct: answering(api.ProductAnswer, {
    role: 'reader',
    summary: 'Get a product with the reasons for its price',
    params: SkuParams,
    query: api.PlanQuery,
    errors: NOT_FOUND,
  }),
  updateProduct: silent({
    role: 'planner',
    summary: 'Update a product; requires the catalogue revision it was read in',
    params: SkuParams,
    body: table.ProductChange,
    errors: ['not-found', 'stale-version'],
  }),
  deleteProduct: silent({
    role: 'planner',
    summary: 'Delete a product; requires the catalogue revision it was read in',
    params: SkuParams,
    query: api.RevisionQuery,
    errors: USED,
  }),
  getProductHistory: answering(HistoryAnswer, {
    role: 'reader',
    summary:
      'Get the past and planned prices of a product with their reasons, its prior price and the was price allowed',
    params: SkuParams,
    query: api.PlanQuery,
    errors: NOT_FOUND,
  }),
  previewReprice: telling(RepriceLine, {
    isHeavy: true,
    role: 'planner',
    summary:
      'Preview new prices for many products: streams progress, then the result. Closing the connection cancels it',
    body: RepriceQuestion,
    isBodyLong: true,
    errors: NOT_FOUND,
  }),
  previewSalePriceRemoval: answering(SalePriceRemovalAnswer, {
    isHeavy: true,
    role: 'planner',
    summary:
      'Preview removing sale prices of products: the markdowns concerned and the effect on each; returns the revisions used',
    body: SalePriceRemovalRequest,
    isBodyLong: true,
    errors: NOT_FOUND,
  }),
  removeSalePrices: answering(api.PromotionsAnswer, {
    isHeavy: true,
    role: 'planner',
    summary: 'Remove sale prices of products in one step; returns the promotions as they were',
    body: SalePriceRemovalRun,
    isBodyLong: true,
    errors: [...NOT_FOUND, 'stale-plan'],
  }),
  getReach: answering(api.ReachAnswer, {
    role: 'reader',
    summary: 'Count the products each reach of a mechanic matches, with samples and likely mistakes',
    body: api.ReachQuestion,
    isBodyLong: true,
  }),

  getPlan: answering(api.PlanAnswer, {
    role: 'reader',
    summary: 'Get a plan for pricing carts elsewhere, without its products except possible gifts',
    query: api.PlanQuery,
    errors: NOT_FOUND,
  }),
  getMoments: answering(api.MomentsAnswer, {
    role: 'reader',
    summary: 'List every time at which a shelf price changes',
    query: api.PlanQuery,
    errors: NOT_FOUND,
  }),
  getDeepest: answering(DeepestAnswer, {
    role: 'reader',
    summary: 'Get the deepest combined discount of each root category for up to 400 days',
    query: DeepestQuery,
    errors: NOT_FOUND,
  }),
  priceCart: answering(QuoteAnswer, {
    role: 'reader',
    summary: 'Price a cart under a plan; without one, under the live release',
    body: api.QuoteRequest,
    errors: NOT_FOUND,
  }),

  ...PLANNING_ENDPOINTS,
  ...SUBMISSION_ENDPOINTS,
  ...FEED_ENDPOINTS,
  ...FINDING_ENDPOINTS,
  ...RELEASE_ENDPOINTS,
  findShoppers: answering(ShoppersAnswer, {
    role: 'reader',
    summary: 'Search shoppers, paged',
    query: ShoppersQuery,
  }),
  listShopperLabels: answering(ShopperLabelsAnswer, {
    role: 'reader',
    summary: 'List shopper groups and tags, most shoppers first',
  }),
  ...FILE_ENDPOINTS,
  ...SHOP_ENDPOINTS,
  ...ORDER_ENDPOINTS,
  ...CODE_ENDPOINTS,

  listActivity: answering(ActivityAnswer, {
    role: 'reader',
    summary: 'List the latest 100 changes that match filters: who, when, what, before and after',
    query: ActivityQuery,
  }),
  getActivityFile: sending({
    role: 'reader',
    summary: 'Download all changes that match filters as CSV',
    query: ActivityFileQuery,
  }),
  getOpenApi: answering(Type.Record(Type.String(), Type.Any()), {
    role: 'anyone',
    summary: 'Get the OpenAPI document of this API',
  }),
} as const satisfies Readonly<Record<EndpointName, Endpoint>>

export type Endpoints = typeof ENDPOINTS
