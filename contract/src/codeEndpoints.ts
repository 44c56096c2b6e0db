import { IdParams as params } from './addressSchema.ts'
import { VersionQuery } from './api.ts'
import * as code from './codeSchema.ts'
import { answering, NOT_FOUND, sending, silent, STALE } from './endpoint.ts'

const CODE_ERRORS = ['not-found', 'not-by-batch'] as const

/** The endpoints of codes in batches, and of the pages that hand them out. */
export const CODE_ENDPOINTS = {
  listCodeBatches: answering(code.CodeBatches, { role: 'reader', summary: 'List code batches, newest first' }),
  createCodeBatch: answering(
    code.CodeBatch,
    {
      role: 'planner',
      scope: 'codes',
      summary:
        'Generate single-use codes for a promotion in a worker thread; they can be redeemed when all are generated',
      body: code.CodeBatchRequest,
      errors: CODE_ERRORS,
    },
    202,
  ),
  getCodeBatch: answering(code.CodeBatch, {
    role: 'reader',
    scope: 'codes',
    summary: 'Get the progress of a code batch and the states of its codes',
    params,
    errors: NOT_FOUND,
  }),
  getCodes: sending({
    isHeavy: true,
    role: 'releaser',
    scope: 'codes',
    summary: 'Download the codes of a batch; the activity log records the download',
    params: code.CodeFileParams,
    errors: ['not-found', 'batch-not-ready'],
  }),
  voidCodeBatch: answering(code.CodeBatch, {
    role: 'releaser',
    summary: 'Void all unused codes of a batch',
    params,
    errors: ['not-found', 'batch-not-ready'],
  }),
  lookUpCode: answering(code.CodeFate, {
    role: 'releaser',
    scope: 'codes',
    summary: 'Look up a code: its state, order and recipient',
    params: code.CodeParams,
  }),
  voidCode: answering(code.CodeFate, {
    role: 'releaser',
    scope: 'codes',
    summary: 'Void a code',
    params: code.CodeParams,
    errors: NOT_FOUND,
  }),
  markCodeIssued: answering(code.CodeFate, {
    role: 'releaser',
    scope: 'codes',
    summary: 'Mark a code as issued in store',
    params: code.CodeParams,
    body: code.MarkRequest,
    errors: NOT_FOUND,
  }),

  listCodePages: answering(code.CodePages, { role: 'reader', summary: 'List code request pages' }),
  createCodePage: answering(
    code.CodePage,
    { role: 'releaser', summary: 'Create a code request page', body: code.CodePageDraft, errors: CODE_ERRORS },
    201,
  ),
  updateCodePage: answering(code.CodePage, {
    role: 'releaser',
    summary: 'Update a code request page; requires the version it is based on',
    params,
    body: code.CodePageUpdate,
    errors: [...STALE, 'not-by-batch'],
  }),
  deleteCodePage: silent({
    role: 'releaser',
    summary: 'Delete a code request page',
    params,
    query: VersionQuery,
    errors: STALE,
  }),
  getContacts: sending({ role: 'releaser', summary: 'Download opted-in contacts as CSV' }),
  eraseContact: silent({
    role: 'releaser',
    summary: 'Erase personal data: removes a person’s address and name everywhere; counts stay',
    body: code.ForgetRequest,
  }),

  getShopCodePage: answering(code.ShopCodePage, {
    role: 'anyone',
    summary: 'Get a code request page of the shop',
    params: code.SlugParams,
    errors: NOT_FOUND,
  }),
  requestCode: answering(code.CodeRequestAnswer, {
    role: 'anyone',
    summary:
      'Email a code to an address, one per promotion; repeat requests resend the same code, up to three times a day',
    params: code.SlugParams,
    body: code.CodeRequest,
    errors: ['not-found', 'no-codes-left', 'code-page-closed'],
  }),
  confirmConsent: silent({
    role: 'anyone',
    summary: 'Confirm an opt-in with the link from the email',
    body: code.ConsentRequest,
    errors: ['link-lapsed'],
  }),
  listShopDiscountCodes: answering(code.ShopDiscountCodes, {
    role: 'anyone',
    standIn: 'look',
    scope: 'quote',
    summary: 'List discount codes for the shop',
  }),
} as const
