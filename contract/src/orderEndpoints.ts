import { IdParams as params } from './addressSchema.ts'
import * as count from './countSchema.ts'
import { answering, NOT_FOUND, sending, silent } from './endpoint.ts'
import * as order from './shopOrderSchema.ts'

/** The endpoints of orders, and of what they use up. */
export const ORDER_ENDPOINTS = {
  placeOrder: answering(
    order.OrderAnswer,
    {
      role: 'anyone',
      standIn: 'order',
      scope: 'orders',
      summary:
        'Place an order under the live release at the current time, unless it costs more than the shopper saw; the same idempotency key returns the same order',
      headers: order.OrderHeaders,
      body: order.OrderRequest,
      errors: [
        'another-shopper',
        'too-many-codes',
        'visitor-unknown',
        'idempotency-key-missing',
        'price-changed',
        'out-of-stock',
        'delivery-missing',
        'key-reused',
        'outcome-unknown',
      ],
    },
    201,
  ),
  listOrders: answering(order.OrdersAnswer, {
    role: 'reader',
    summary: 'List orders that match filters, newest first, 50 per page; buyers’ addresses for releasers only',
    query: order.OrdersQuery,
  }),
  getOrder: answering(order.OrderDetail, {
    role: 'reader',
    scope: 'orders',
    summary: 'Get an order with its receipt and redemptions; with an API key, only orders placed with it',
    params,
    errors: NOT_FOUND,
  }),
  cancelOrder: answering(order.OrderDetail, {
    role: 'releaser',
    scope: 'orders',
    summary: 'Cancel an order in full and return its redemptions, once; with an API key, only orders placed with it',
    params,
    errors: ['not-found', 'not-placed-here', 'outcome-unknown'],
  }),
  listCounts: answering(count.CountsAnswer, {
    role: 'reader',
    summary: 'List redemptions, units sold and discount given for all promotions',
  }),
  getSales: answering(count.SalesAnswer, {
    role: 'reader',
    summary: 'Get the sales and discount of a promotion, in total and by day',
    params,
  }),
  correctCount: silent({
    role: 'releaser',
    summary: 'Record units of a promotion sold elsewhere, with a reason; they count like orders',
    params,
    body: count.CorrectionRequest,
    errors: NOT_FOUND,
  }),
  getRedemptions: sending({
    isHeavy: true,
    role: 'releaser',
    summary: 'Download redemptions as CSV: order, promotion and code',
    query: count.RedemptionsQuery,
  }),
} as const
