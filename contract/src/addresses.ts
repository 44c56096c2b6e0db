/** Where each endpoint of the API answers, below `/api`; without schemas, so that a browser's page can have it at little cost. */
export const ADDRESSES = {
  getStore: 'GET /store',
  followChanges: 'GET /changes',
  savePriceRules: 'PUT /store/price-rules',

  listLabels: 'GET /labels',
  listCategories: 'GET /categories',
  deleteCategory: 'DELETE /categories/:id',
  listProducts: 'GET /products',
  createProduct: 'POST /products',
  getProductTable: 'POST /products/table',
  listFoundProducts: 'POST /products/found',
  lookUpProducts: 'POST /products/lookup',
  getProduct: 'GET /products/:sku',
  deleteProduct: 'DELETE /products/:sku',
  getProductHistory: 'GET /products/:sku/history',
  previewReprice: 'POST /reprice/preview',
  previewTakeOff: 'POST /reprice/take-off/preview',
  takeOff: 'POST /reprice/take-off',
  getReach: 'POST /reach',

  getPlan: 'GET /plan',
  getMoments: 'GET /moments',
  getDeepest: 'GET /deepest',
  priceCart: 'POST /quote',

  listPromotions: 'GET /promotions',
  createPromotion: 'POST /promotions',
  getPromotion: 'GET /promotions/:id',
  updatePromotion: 'PUT /promotions/:id',
  deletePromotion: 'DELETE /promotions/:id',
  restorePromotion: 'POST /promotions/:id/restore',
  rankPromotion: 'PUT /promotions/:id/rank',
  saveStacking: 'PUT /stacking',
  getPair: 'GET /stacking/pair',
  getMeetings: 'GET /stacking/meetings',

  runTestCarts: 'GET /test-carts',
  createTestCart: 'POST /test-carts',
  updateTestCart: 'PUT /test-carts/:id',
  deleteTestCart: 'DELETE /test-carts/:id',
  listCampaigns: 'GET /campaigns',
  createCampaign: 'POST /campaigns',
  updateCampaign: 'PUT /campaigns/:id',
  deleteCampaign: 'DELETE /campaigns/:id',
  listSets: 'GET /sets',
  createSet: 'POST /sets',
  updateSet: 'PUT /sets/:id',
  deleteSet: 'DELETE /sets/:id',
  listOccasions: 'GET /occasions',
  createOccasion: 'POST /occasions',
  updateOccasion: 'PUT /occasions/:id',
  deleteOccasion: 'DELETE /occasions/:id',

  listReleases: 'GET /releases',
  compareWithShop: 'GET /releases/differences',
  reviewRelease: 'GET /releases/review',
  release: 'POST /releases',

  findShoppers: 'GET /shoppers',
  getPlanFile: 'GET /files/plan.json',
  getTemplate: 'GET /files/templates/:kind.:type',
  getFile: 'GET /files/:kind.:type',
  startImport: 'POST /imports',
  listImports: 'GET /imports',
  getImport: 'GET /imports/:id',
  acceptImport: 'POST /imports/:id/accept',
  getRejectedRows: 'GET /imports/:id/rejected.:type',
  undoImport: 'POST /imports/:id/undo',
  removeImport: 'DELETE /imports/:id',

  listShopProducts: 'GET /shop/products',
  getShopProduct: 'GET /shop/products/:sku',
  listShopOffers: 'GET /shop/products/:sku/offers',
  priceShopCart: 'POST /shop/cart',

  listActivity: 'GET /activity',
  getOpenApi: 'GET /openapi.json',
} as const

export type EndpointName = keyof typeof ADDRESSES

/** The method and the path of an endpoint, parameters as `:name`. */
export function addressOf(name: EndpointName): { readonly method: string; readonly path: string } {
  const [method = '', path = ''] = ADDRESSES[name].split(' ')
  return { method, path }
}
