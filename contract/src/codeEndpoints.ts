import { IdParams as params } from './addressSchema.ts'
import { VersionQuery } from './api.ts'
import * as code from './codeSchema.ts'
import { answering, NOT_FOUND, sending, silent, STALE } from './endpoint.ts'

const CODE_ERRORS = ['not-found', 'not-by-batch'] as const

/** The endpoints of codes in batches, and of the pages that hand them out. */
export const CODE_ENDPOINTS = {
  listCodeBatches: answering(code.CodeBatches, { role: 'reader', summary: 'All batches of codes, the newest first' }),
  createCodeBatch: answering(
    code.CodeBatch,
    {
      role: 'planner',
      scope: 'codes',
      summary: 'Has codes made for a promotion, in a thread; they can be used once all are there',
      body: code.CodeBatchRequest,
      errors: CODE_ERRORS,
    },
    202,
  ),
  getCodeBatch: answering(code.CodeBatch, {
    role: 'reader',
    scope: 'codes',
    summary: 'A batch: how far it is, and what became of its codes',
    params,
    errors: NOT_FOUND,
  }),
  getCodes: sending({
    isHeavy: true,
    role: 'releaser',
    scope: 'codes',
    summary: 'The codes of a batch as a file; the log says who had it',
    params: code.CodeFileParams,
    errors: ['not-found', 'batch-not-ready'],
  }),
  voidCodeBatch: answering(code.CodeBatch, {
    role: 'releaser',
    summary: 'Makes all open codes of a batch void',
    params,
    errors: ['not-found', 'batch-not-ready'],
  }),
  lookUpCode: answering(code.CodeFate, {
    role: 'releaser',
    scope: 'codes',
    summary: 'What became of a code: which order used it, whom it was handed to',
    params: code.CodeParams,
  }),
  voidCode: answering(code.CodeFate, {
    role: 'releaser',
    scope: 'codes',
    summary: 'Makes a code void',
    params: code.CodeParams,
    errors: NOT_FOUND,
  }),
  markCode: answering(code.CodeFate, {
    role: 'releaser',
    scope: 'codes',
    summary: 'Notes that a code was handed to somebody in a store',
    params: code.CodeParams,
    body: code.MarkRequest,
    errors: NOT_FOUND,
  }),

  listHandOuts: answering(code.HandOuts, { role: 'reader', summary: 'The pages that hand out codes' }),
  createHandOut: answering(
    code.HandOut,
    { role: 'releaser', summary: 'A page that hands out codes', body: code.HandOutDraft, errors: CODE_ERRORS },
    201,
  ),
  updateHandOut: answering(code.HandOut, {
    role: 'releaser',
    summary: 'Changes a page that hands out codes; names the version that was changed',
    params,
    body: code.HandOutUpdate,
    errors: [...STALE, 'not-by-batch'],
  }),
  deleteHandOut: silent({
    role: 'releaser',
    summary: 'Takes a page away that hands out codes',
    params,
    query: VersionQuery,
    errors: STALE,
  }),
  getContacts: sending({ role: 'releaser', summary: 'Addresses whose consent was confirmed, as CSV' }),
  forgetContact: silent({
    role: 'releaser',
    summary: 'Forgets a person: their address and name go wherever they stand, what was counted stays',
    body: code.ForgetRequest,
  }),

  getShopHandOut: answering(code.ShopHandOut, {
    role: 'anyone',
    summary: 'A page of the shop that hands out codes',
    params: code.SlugParams,
    errors: NOT_FOUND,
  }),
  askForCode: answering(code.HandOutAnswer, {
    role: 'anyone',
    summary: 'Sends a code to an address, one of each promotion, ever; asked again the same one, three times a day',
    params: code.SlugParams,
    body: code.HandOutRequest,
    errors: ['not-found', 'no-codes-left', 'hand-out-closed'],
  }),
  confirmConsent: silent({
    role: 'anyone',
    summary: 'Confirms a consent by the link of the message',
    body: code.ConsentRequest,
    errors: ['link-lapsed'],
  }),
  listShopCoupons: answering(code.ShopCoupons, {
    role: 'anyone',
    standIn: 'look',
    scope: 'quote',
    summary: 'The coupons that the shop may list',
  }),
} as const
