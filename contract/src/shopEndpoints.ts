import { SkuParams } from './addressSchema.ts'
import { answering, NOT_FOUND, silent } from './endpoint.ts'
import * as shop from './shopSchema.ts'

/** Moments and plans other than the present ones are for people of the desk. */
const LOOKED_AT = ['not-found', 'staff-only'] as const

/** The endpoints of shops: what shoppers may know, and nothing that only planners do. */
export const SHOP_ENDPOINTS = {
  getShop: answering(shop.ShopInfo, {
    role: 'anyone',
    standIn: 'look',
    scope: 'quote',
    summary: 'Get the shop: name, currency, categories, delivery methods and signed-in shopper',
    query: shop.ShopMomentQuery,
    errors: LOOKED_AT,
  }),
  listShopShoppers: answering(shop.ShopShoppers, {
    role: 'anyone',
    standIn: 'look',
    summary: 'List shoppers to sign in as in the simulated shop; only available with the demo',
    query: shop.ShopShoppersQuery,
    errors: NOT_FOUND,
  }),
  signInToShop: silent({
    role: 'anyone',
    standIn: 'look',
    summary: 'Sign in to the simulated shop as a shopper; only available with the demo',
    body: shop.ShopSignInRequest,
    errors: NOT_FOUND,
  }),
  signOutOfShop: silent({ role: 'anyone', standIn: 'look', summary: 'Sign out of the simulated shop' }),
  listShopProducts: answering(shop.ShopAnswer, {
    role: 'anyone',
    standIn: 'look',
    scope: 'quote',
    summary: 'List products as shoppers see them under the live release, paged',
    query: shop.ShopQuery,
    errors: [...LOOKED_AT, 'another-shopper'],
  }),
  getShopProduct: answering(shop.ShopProductAnswer, {
    role: 'anyone',
    standIn: 'look',
    scope: 'quote',
    summary: 'Get a product as shoppers see it',
    params: SkuParams,
    query: shop.ShopViewQuery,
    errors: [...LOOKED_AT, 'another-shopper'],
  }),
  listShopOffers: answering(shop.ShopOffers, {
    role: 'anyone',
    standIn: 'look',
    scope: 'quote',
    summary: 'List cart offers for a product that need no code or a listed one, without internal data',
    params: SkuParams,
    query: shop.ShopViewQuery,
    errors: [...LOOKED_AT, 'another-shopper'],
  }),
  priceShopCart: answering(shop.ShopCartAnswer, {
    role: 'anyone',
    standIn: 'look',
    scope: 'quote',
    summary:
      'Price a cart as the shop does, without internal names. Shopper hints are verified; shopper data comes from the server',
    body: shop.ShopCartRequest,
    isAnswerSmall: true,
    errors: ['not-found', 'staff-only', 'another-shopper', 'too-many-codes'],
  }),
} as const
