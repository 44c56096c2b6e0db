import type {
  AlarmRequest,
  AnswerOf,
  CampaignDraft,
  CampaignUpdate,
  DeliveryRequest,
  Endpoints,
  ErrorCode,
  FoundQuestion,
  ImportKind,
  ReadRequest,
  InviteRequest,
  KeyDraft,
  LinkUse,
  OccasionDraft,
  OccasionUpdate,
  PasswordRequest,
  PersonRole,
  PreparationRequest,
  PriceRulesRequest,
  ProductChange,
  ProductRequest,
  PromotionDraft,
  PromotionUpdate,
  RankRequest,
  ReleaseRequest,
  RepriceAnswer,
  CsvDialect,
  RepriceLine,
  RepriceQuestion,
  SecondPersonRequest,
  SetDraft,
  SetUpdate,
  SetUpRequest,
  SignInRequest,
  StackingRequest,
  TakeOffRequest,
  TakeOffRun,
  TestCartDraft,
  TestCartUpdate,
} from '@novalex/contract'
import { call, pathOf, toOptions } from './call.ts'
import { ApiError, request, requestLines } from './http.ts'

/** Browsers call files what the operating system has heard of; the name says it better. */
function mediaTypeOf(name: string): string {
  if (/\.json$/i.test(name)) return 'application/json'
  return /\.xlsx$/i.test(name) ? 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet' : 'text/csv'
}

const asked = (type: string, dialect: CsvDialect) =>
  type === 'csv' && dialect === 'semicolon' ? `?dialect=${dialect}` : ''

/** What is done and fetched once; what is shown and must stay true is asked with `useAnswer`. */
export const api = {
  signIn: (body: SignInRequest) => call('signIn', { body }),
  signInToDemo: (email: string) => call('signInToDemo', { body: { email } }),
  setUp: (body: SetUpRequest) => call('setUp', { body }),
  lookAtLink: (token: string) => call('lookAtLink', { body: { token } }),
  useLink: (body: LinkUse) => call('useLink', { body }),
  askForReset: (email: string) => call('askForReset', { body: { email } }),
  changePassword: (body: PasswordRequest) => call('changePassword', { body }),
  endOwnSession: (id: string) => call('endOwnSession', { params: { id } }),
  invitePerson: (body: InviteRequest) => call('invitePerson', { body }),
  inviteAgain: (id: string) => call('inviteAgain', { params: { id } }),
  updatePerson: (id: string, role: PersonRole) => call('updatePerson', { params: { id }, body: { role } }),
  removePerson: (id: string) => call('removePerson', { params: { id } }),
  endSessions: (id: string) => call('endSessions', { params: { id } }),
  signInToShop: (shopper: string) => call('signInToShop', { body: { shopper } }),
  signOutOfShop: () => call('signOutOfShop'),
  saveDelivery: (body: DeliveryRequest) => call('saveDelivery', { body }),
  saveSecondPerson: (body: SecondPersonRequest) => call('saveSecondPerson', { body }),
  prepareRelease: (body: PreparationRequest) => call('prepareRelease', { body }),
  approveRelease: (id: string) => call('approveRelease', { params: { id } }),
  sendReleaseBack: (id: string, word: string) => call('sendReleaseBack', { params: { id }, body: { word } }),
  withdrawRelease: (id: string) => call('withdrawRelease', { params: { id } }),
  createKey: (body: KeyDraft) => call('createKey', { body }),
  revokeKey: (id: string) => call('revokeKey', { params: { id } }),
  messageUrl: (id: string) => `/api${pathOf('getMessageFile', { id })}`,

  savePriceRules: (body: PriceRulesRequest) => call('savePriceRules', { body }),
  saveAlarm: (body: AlarmRequest) => call('saveAlarm', { body }),
  setFindingAside: (id: string, why: string) => call('setFindingAside', { params: { id }, body: { why } }),
  takeFindingUp: (id: string) => call('takeFindingUp', { params: { id } }),
  getProduct: (sku: string) => call('getProduct', { params: { sku }, query: {} }),
  /** The SKUs of all that the filters leave. */
  listFound: async (body: FoundQuestion) => (await call('listFoundProducts', { body })).skus,
  deleteProduct: (sku: string, revision: number) => call('deleteProduct', { params: { sku }, query: { revision } }),
  updateProduct: (sku: string, body: ProductChange) => call('updateProduct', { params: { sku }, body }),
  createProduct: (body: ProductRequest) => call('createProduct', { body }),
  lookUp: (skus: readonly string[]) => call('lookUpProducts', { body: { skus: [...skus] } }),
  /** Tells how far it is, then what would become of every product. */
  async previewReprice(
    body: RepriceQuestion,
    {
      signal,
      onProgress,
      onWaiting,
    }: { signal: AbortSignal; onProgress: (share: number) => void; onWaiting: (place: number) => void },
  ): Promise<RepriceAnswer> {
    const lines = requestLines<RepriceLine>(pathOf('previewReprice'), toOptions('previewReprice', { body, signal }))
    for await (const line of lines) {
      if ('answer' in line) return line.answer
      if ('error' in line) throw new ApiError(line.error.code as ErrorCode, line.error)
      if ('waiting' in line) onWaiting(line.waiting)
      else onProgress(line.progress)
    }
    throw new ApiError('unreachable')
  },
  previewTakeOff: (body: TakeOffRequest) => call('previewTakeOff', { body }),
  takeOff: (body: TakeOffRun) => call('takeOff', { body }),
  fileUrl: (kind: ImportKind, type: 'csv' | 'xlsx' | 'json', dialect: CsvDialect = 'comma') =>
    `/api${kind === 'plan' ? pathOf('getPlanFile') : pathOf('getFile', { kind, type })}${asked(type, dialect)}`,
  templateUrl: (kind: ImportKind, type: 'csv' | 'xlsx', dialect: CsvDialect) =>
    `/api${pathOf('getTemplate', { kind, type })}${asked(type, dialect)}`,
  rejectedUrl: (id: string, type: 'csv' | 'xlsx' | 'json') => `/api${pathOf('getRejectedRows', { id, type })}`,

  getPromotion: (id: string) => call('getPromotion', { params: { id } }),
  createPromotion: (body: PromotionDraft) => call('createPromotion', { body }),
  updatePromotion: (id: string, body: PromotionUpdate) => call('updatePromotion', { params: { id }, body }),
  deletePromotion: (id: string, version: number) => call('deletePromotion', { params: { id }, query: { version } }),
  restorePromotion: (id: string, version: number) => call('restorePromotion', { params: { id }, query: { version } }),
  moveBefore: (id: string, body: RankRequest) => call('rankPromotion', { params: { id }, body }),
  saveStacking: (body: StackingRequest) => call('saveStacking', { body }),
  createCampaign: (body: CampaignDraft) => call('createCampaign', { body }),
  updateCampaign: (id: string, body: CampaignUpdate) => call('updateCampaign', { params: { id }, body }),
  deleteCampaign: (id: string, version: number) => call('deleteCampaign', { params: { id }, query: { version } }),

  createSet: (body: SetDraft) => call('createSet', { body }),
  updateSet: (id: string, body: SetUpdate) => call('updateSet', { params: { id }, body }),
  deleteSet: (id: string, version: number) => call('deleteSet', { params: { id }, query: { version } }),

  createOccasion: (body: OccasionDraft) => call('createOccasion', { body }),
  updateOccasion: (id: string, body: OccasionUpdate) => call('updateOccasion', { params: { id }, body }),
  deleteOccasion: (id: string, version: number) => call('deleteOccasion', { params: { id }, query: { version } }),

  startImport: (kind: ImportKind, file: File): Promise<AnswerOf<Endpoints['startImport']>> =>
    request(pathOf('startImport'), {
      ...toOptions('startImport', { query: { kind }, body: file.slice(0, file.size) }),
      headers: { 'content-type': mediaTypeOf(file.name), 'x-file-name': encodeURIComponent(file.name) },
    }),
  readImport: (id: string, body: ReadRequest) => call('readImport', { params: { id }, body }),
  acceptImport: (id: string, rows: 'all' | 'good') => call('acceptImport', { params: { id }, body: { rows } }),
  undoImport: (id: string) => call('undoImport', { params: { id } }),
  removeImport: (id: string) => call('removeImport', { params: { id } }),

  createTestCart: (body: TestCartDraft) => call('createTestCart', { body }),
  updateTestCart: (id: string, body: TestCartUpdate) => call('updateTestCart', { params: { id }, body }),
  deleteTestCart: (id: string, version: number) => call('deleteTestCart', { params: { id }, query: { version } }),

  release: (body: ReleaseRequest) => call('release', { body }),
}
