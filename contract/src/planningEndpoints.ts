import { IdParams as params } from './addressSchema.ts'
import * as api from './api.ts'
import { answering, NOT_FOUND, silent, STALE, USED } from './endpoint.ts'
import { OccasionDraft, OccasionRecord, OccasionsAnswer, OccasionUpdate } from './occasionSchema.ts'
import { SetDraft, SetRecord, SetsAnswer, SetUpdate } from './setSchema.ts'
import * as stacking from './stackingSchema.ts'
import { TestCart, TestCartDraft, TestCartRuns, TestCartUpdate } from './testCartSchema.ts'

const query = api.VersionQuery

/** The endpoints of the working plan: promotions, stacking, test carts, campaigns, sets, occasions. */
export const PLANNING_ENDPOINTS = {
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
} as const
