import { SkuParams } from './addressSchema.ts'
import { answering, NOT_FOUND, silent } from './endpoint.ts'
import * as shop from './shopSchema.ts'

/** Moments and plans other than the present ones are for people of the desk. */
const LOOKED_AT = ['not-found', 'needs-desk'] as const

/** The endpoints of shops: what shoppers may know, and nothing that only planners do. */
export const SHOP_ENDPOINTS = {
  getShop: answering(shop.ShopInfo, {
    role: 'anyone',
    standIn: 'look',
    scope: 'quote',
    summary: 'The shop: its name, currency, categories, ways of delivery, and which shopper is signed in',
    query: shop.ShopMomentQuery,
    errors: LOOKED_AT,
  }),
  listShopShoppers: answering(shop.ShopShoppers, {
    role: 'anyone',
    standIn: 'look',
    summary:
      'The shoppers as whom one may sign in to the stand-in shop; there is nothing at this address without the demo',
    query: shop.ShopShoppersQuery,
    errors: NOT_FOUND,
  }),
  signInToShop: silent({
    role: 'anyone',
    standIn: 'look',
    summary: 'Signs in to the stand-in shop by choosing a shopper; there is nothing at this address without the demo',
    body: shop.ShopSignInRequest,
    errors: NOT_FOUND,
  }),
  signOutOfShop: silent({ role: 'anyone', standIn: 'look', summary: 'Signs out of the stand-in shop' }),
  listShopProducts: answering(shop.ShopAnswer, {
    role: 'anyone',
    standIn: 'look',
    scope: 'quote',
    summary: 'Products as shoppers see them under the live release, page by page',
    query: shop.ShopQuery,
    errors: LOOKED_AT,
  }),
  getShopProduct: answering(shop.ShopProductAnswer, {
    role: 'anyone',
    standIn: 'look',
    scope: 'quote',
    summary: 'A product as shoppers see it',
    params: SkuParams,
    query: shop.ShopMomentQuery,
    errors: LOOKED_AT,
  }),
  listShopOffers: answering(shop.ShopOffers, {
    role: 'anyone',
    standIn: 'look',
    scope: 'quote',
    summary: 'The cart offers that hold on a product and need no code, without what only the store knows',
    params: SkuParams,
    query: shop.ShopMomentQuery,
    errors: LOOKED_AT,
  }),
  priceShopCart: answering(shop.ShopCartAnswer, {
    role: 'anyone',
    standIn: 'look',
    scope: 'quote',
    summary:
      'A cart as the shop prices it: no internal names; its nudges are tried before they are named. What is known of its shopper is the server’s',
    body: shop.ShopCartRequest,
    isAnswerSmall: true,
    errors: ['not-found', 'needs-desk', 'another-shopper', 'too-many-codes'],
  }),
} as const
