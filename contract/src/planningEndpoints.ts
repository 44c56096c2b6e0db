import { IdParams as params } from './addressSchema.ts'
import * as api from './api.ts'
import { ChannelParams, FitsAnswer, RefusedAnswer } from './channelSchema.ts'
import { answering, NOT_FOUND, silent, STALE, USED } from './endpoint.ts'
import { OccasionDraft, OccasionRecord, OccasionsAnswer, OccasionUpdate } from './occasionSchema.ts'
import { SetDraft, SetRecord, SetsAnswer, SetUpdate } from './setSchema.ts'
import * as stacking from './stackingSchema.ts'
import { TestCart, TestCartDraft, TestCartRuns, TestCartsQuery, TestCartUpdate } from './testCartSchema.ts'

const query = api.VersionQuery

/** The endpoints of the working plan: promotions, stacking, test carts, campaigns, sets, occasions. */
export const PLANNING_ENDPOINTS = {
  listPromotions: answering(api.PromotionsAnswer, {
    role: 'reader',
    summary: 'List promotions of the working plan, including archived ones',
  }),
  createPromotion: answering(
    api.PromotionRecord,
    { role: 'planner', summary: 'Create a promotion', body: api.PromotionDraft, isBodyLong: true },
    201,
  ),
  getPromotion: answering(api.PromotionRecord, {
    role: 'reader',
    summary: 'Get a promotion',
    params,
    errors: NOT_FOUND,
  }),
  getChannelFits: answering(FitsAnswer, {
    isHeavy: true,
    role: 'reader',
    summary: 'Check a promotion of the working plan against the rules of every partner channel, product by product',
    params,
    errors: NOT_FOUND,
  }),
  listRefused: answering(RefusedAnswer, {
    isHeavy: true,
    role: 'reader',
    summary: 'List the products of a promotion that a partner channel would refuse',
    params: ChannelParams,
    errors: NOT_FOUND,
  }),
  updatePromotion: answering(api.PromotionRecord, {
    role: 'planner',
    summary: 'Update a promotion; requires the version it is based on',
    params,
    body: api.PromotionUpdate,
    isBodyLong: true,
    errors: STALE,
  }),
  deletePromotion: silent({ role: 'planner', summary: 'Delete a promotion', params, query, errors: STALE }),
  restorePromotion: answering(api.PromotionRecord, {
    role: 'planner',
    summary: 'Restore a deleted promotion, unless it is already restored',
    params,
    query,
    errors: STALE,
  }),
  rankPromotion: answering(api.PromotionRecord, {
    role: 'planner',
    summary: 'Move a promotion in rank: before another, or to the end',
    params,
    body: stacking.RankRequest,
    errors: STALE,
  }),
  saveStacking: silent({
    role: 'planner',
    summary: 'Update which stacking groups exclude each other, and how conflicts are resolved',
    body: stacking.StackingRequest,
    errors: ['stale-version'],
  }),
  getPair: answering(stacking.PairAnswer, {
    role: 'reader',
    summary: 'Compare two promotions in one cart, priced four ways with reasons',
    query: stacking.PairQuery,
    errors: NOT_FOUND,
  }),
  getMeetings: answering(stacking.MeetingsAnswer, {
    isHeavy: true,
    role: 'reader',
    summary: 'List all promotions that can apply to a product, pair by pair',
    query: stacking.MeetingsQuery,
    errors: NOT_FOUND,
  }),

  runTestCarts: answering(TestCartRuns, {
    query: TestCartsQuery,
    errors: ['not-found', 'changes-needed'],
    role: 'reader',
    summary: 'List test carts, priced under a plan, the working plan by default, and the live release',
  }),
  createTestCart: answering(TestCart, { role: 'planner', summary: 'Create a test cart', body: TestCartDraft }, 201),
  updateTestCart: answering(TestCart, {
    role: 'planner',
    summary: 'Update a test cart',
    params,
    body: TestCartUpdate,
    errors: STALE,
  }),
  deleteTestCart: silent({ role: 'planner', summary: 'Delete a test cart', params, query, errors: STALE }),
  listCampaigns: answering(api.CampaignsAnswer, { role: 'reader', summary: 'List campaigns' }),
  createCampaign: answering(
    api.CampaignRecord,
    { role: 'planner', summary: 'Create a campaign', body: api.CampaignDraft },
    201,
  ),
  updateCampaign: answering(api.CampaignRecord, {
    role: 'planner',
    summary: 'Update a campaign',
    params,
    body: api.CampaignUpdate,
    errors: STALE,
  }),
  deleteCampaign: silent({ role: 'planner', summary: 'Delete a campaign', params, query, errors: USED }),
  listSets: answering(SetsAnswer, {
    role: 'reader',
    summary: 'List product sets with their contents and uses',
  }),
  createSet: answering(
    SetRecord,
    { role: 'planner', summary: 'Create a product set', body: SetDraft, isBodyLong: true },
    201,
  ),
  updateSet: answering(SetRecord, {
    role: 'planner',
    summary: 'Update a product set',
    params,
    body: SetUpdate,
    isBodyLong: true,
    errors: STALE,
  }),
  deleteSet: silent({ role: 'planner', summary: 'Delete a product set', params, query, errors: USED }),
  listOccasions: answering(OccasionsAnswer, {
    role: 'reader',
    summary: 'List occasions; those to be confirmed have no dates',
  }),
  createOccasion: answering(
    OccasionRecord,
    { role: 'planner', summary: 'Create an occasion', body: OccasionDraft },
    201,
  ),
  updateOccasion: answering(OccasionRecord, {
    role: 'planner',
    summary: 'Update an occasion; its promotions follow new dates in the same step',
    params,
    body: OccasionUpdate,
    errors: STALE,
  }),
  deleteOccasion: silent({ role: 'planner', summary: 'Delete an occasion', params, query, errors: USED }),
} as const
