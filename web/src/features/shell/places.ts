import type { PersonRole } from '@novalex/contract'
import { repriceText, text } from '@/locale/catalogue.ts'

/** A page that the rail or the Go to dialog leads to. */
export interface Place {
  readonly path: string
  readonly name: string
  /** The least role that may see it; absent: any. */
  readonly role?: PersonRole
}

const { rail, titles } = text

/** The pages of the rail by section. */
export const SECTIONS: readonly { readonly id: string; readonly name: string; readonly places: readonly Place[] }[] = [
  {
    id: 'plan',
    name: rail.sections.plan,
    places: [
      { path: '/calendar', name: rail.calendar },
      { path: '/promotions', name: rail.promotions },
      { path: '/products', name: rail.products },
      { path: '/sets', name: rail.sets },
      { path: '/shoppers', name: rail.shoppers },
      { path: '/occasions', name: rail.occasions },
      { path: '/stacking', name: rail.stacking },
    ],
  },
  {
    id: 'check',
    name: rail.sections.prove,
    places: [
      { path: '/findings', name: rail.findings },
      { path: '/test-carts', name: rail.testCarts },
    ],
  },
  {
    id: 'run',
    name: rail.sections.run,
    places: [
      { path: '/releases', name: rail.releases },
      { path: '/codes', name: rail.codes },
      { path: '/orders', name: rail.orders },
      { path: '/channels', name: rail.channels },
      { path: '/shop', name: rail.shop },
    ],
  },
  {
    id: 'settings',
    name: rail.sections.setUp,
    places: [
      { path: '/store', name: rail.store },
      { path: '/people', name: rail.people, role: 'administrator' },
      { path: '/keys', name: rail.shopKeys, role: 'administrator' },
      { path: '/mailbox', name: rail.mailbox, role: 'administrator' },
      { path: '/log', name: rail.log },
    ],
  },
]

/** Every page that can be reached by name. */
export const PLACES: readonly Place[] = [
  { path: '/today', name: rail.today },
  ...SECTIONS.flatMap(({ places }) => places),
  { path: '/reprice', name: repriceText.title, role: 'planner' },
  { path: '/me', name: titles.me },
  { path: '/reference', name: titles.reference },
]
