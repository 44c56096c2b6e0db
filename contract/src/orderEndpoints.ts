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
        'Places an order under the live release at this moment, if it costs no more than the shopper saw; the same key again answers the same order',
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
        'ask-again',
      ],
    },
    201,
  ),
  listOrders: answering(order.OrdersAnswer, {
    role: 'reader',
    summary: 'Orders that filters leave, the newest first, 50 at a time; buyers’ addresses for releasers alone',
    query: order.OrdersQuery,
  }),
  getOrder: answering(order.OrderDetail, {
    role: 'reader',
    scope: 'orders',
    summary: 'An order with its receipt and what it used up; for a key, one that was placed with it',
    params,
    errors: NOT_FOUND,
  }),
  cancelOrder: answering(order.OrderDetail, {
    role: 'releaser',
    scope: 'orders',
    summary: 'Cancels an order and gives back what it used up, once; for a key, one that was placed with it',
    params,
    errors: ['not-found', 'not-placed-here', 'ask-again'],
  }),
  listCounts: answering(count.CountsAnswer, {
    role: 'reader',
    summary: 'What promotions have used up so far',
  }),
  getSales: answering(count.SalesAnswer, {
    role: 'reader',
    summary: 'What a promotion sold and gave, in all and by day',
    params,
  }),
  correctCount: silent({
    role: 'releaser',
    summary: 'Units that a promotion sold elsewhere, with a reason; they count like those of orders',
    params,
    body: count.CorrectionRequest,
    errors: NOT_FOUND,
  }),
  getRedemptions: sending({
    isHeavy: true,
    role: 'releaser',
    summary: 'Which order used which promotion with which code, as CSV',
    query: count.RedemptionsQuery,
  }),
} as const
