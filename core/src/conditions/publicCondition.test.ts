import { expect, test } from 'vitest'
import { compilePlan, createPlainOrder } from '../pricing/index.ts'
import type { Condition, Shopper } from '../terms/index.ts'
import { createProduct, createStore } from '../testing/shop.ts'
import { toPublicCondition } from './publicCondition.ts'

const plan = compilePlan({
  store: createStore(),
  catalogue: { products: [createProduct('A', 1000)], categories: [], sets: [] },
  promotions: [],
})
const MEMBER: Shopper = { id: 's', groups: ['club'], tags: [], orders: 0, spent: 0, bought: [] }
const club: Condition = { test: 'group', in: ['club'] }
const app: Condition = { test: 'channel', in: ['app'] }
const first: Condition = { test: 'orders', op: '=', count: 0 }
const three: Condition = { test: 'quantity', reach: {}, op: '>=', count: 3 }

const show = (when: Condition | null, shopper: Shopper | null) =>
  toPublicCondition(when, createPlainOrder([], { channel: 'web', shopper }).cart, plan)

test.each<[string, Condition | null, Shopper | null, Condition | null, boolean]>([
  ['nothing', null, null, null, true],
  ['a group, of which the buyer is', club, MEMBER, null, true],
  ['a group, of a guest', club, null, null, false],
  ['not a group, of a guest: nobody knows', { not: club }, null, { test: 'signedIn', is: true }, true],
  ['not a channel, of a guest', { not: { test: 'channel', in: ['web'] } }, null, null, false],
  ['not a group, of a member', { not: club }, MEMBER, null, false],
  ['another channel', app, MEMBER, null, false],
  ['not another channel', { not: app }, null, null, true],
  ['a group and so many', { all: [club, three] }, MEMBER, three, true],
  ['a group and so many, of a guest', { all: [club, three] }, null, three, false],
  ['a group or so many, of a member', { any: [club, three] }, MEMBER, null, true],
  ['a group or so many, of a guest', { any: [club, three] }, null, three, true],
  ['not both', { not: { all: [app, three] } }, null, null, true],
  ['neither', { not: { any: [app, three] } }, null, { not: three }, true],
  ['several that may be read', { all: [first, three, club] }, MEMBER, { all: [first, three] }, true],
])('%s', (_label, when, shopper, left, isMet) => {
  expect(show(when, shopper)).toEqual({ when: left, isMet })
})
