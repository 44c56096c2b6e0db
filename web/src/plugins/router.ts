import { defineAsyncComponent, nextTick } from 'vue'
import { createRouter, createWebHistory } from 'vue-router'
import { text } from '@/locale/catalogue.ts'
import { withComponents } from './components.ts'
import { focusContentIfLost } from './focusContent.ts'
import { fetchLater } from './later.ts'
import { useNotice } from '@/stores/notice.ts'
import { useSession } from '@/stores/session.ts'

declare module 'vue-router' {
  interface RouteMeta {
    /** Area of a page outside the desk: before sign-in, or the public shop. */
    readonly place?: 'door' | 'shop'
  }
}

const SHOP_PAGES = {
  shop: () => import('@/features/shop/ShopListPage.vue'),
  shopCart: withComponents(() => import('@/features/shop/ShopCartPage.vue')),
  shopProduct: withComponents(() => import('@/features/shop/ShopProductPage.vue')),
  shopOrder: withComponents(() => import('@/features/shop/ShopOrderPage.vue')),
  shopCoupons: withComponents(() => import('@/features/shop/ShopCouponsPage.vue')),
  shopHandOut: withComponents(() => import('@/features/shop/ShopHandOutPage.vue')),
  shopConsent: withComponents(() => import('@/features/shop/ShopConsentPage.vue')),
}

const loadDesk = withComponents(() => import('@/features/shell/DeskApp.vue'))
/** Frame of all pages except the shop's. */
export const DeskApp = defineAsyncComponent(loadDesk)

/** A page of the desk comes together with what stands around it. */
function onDesk<T>(load: () => Promise<T>): () => Promise<T> {
  return async () => {
    const [page] = await Promise.all([load(), loadDesk()])
    return page
  }
}

const DESK_PAGES = {
  store: onDesk(() => import('@/features/store/StorePage.vue')),
  people: onDesk(() => import('@/features/access/PeoplePage.vue')),
  shopKeys: onDesk(() => import('@/features/access/KeysPage.vue')),
  mailbox: onDesk(() => import('@/features/access/MailboxPage.vue')),
  me: onDesk(() => import('@/features/access/MePage.vue')),
  log: onDesk(() => import('@/features/log/LogPage.vue')),
  reference: onDesk(() => import('@/features/reference/ReferencePage.vue')),
  signIn: onDesk(() => import('@/features/access/SignInPage.vue')),
  welcome: onDesk(() => import('@/features/access/WelcomePage.vue')),
  setUp: onDesk(() => import('@/features/access/SetUpPage.vue')),
  today: onDesk(() => import('@/features/today/TodayPage.vue')),
  findings: onDesk(() => import('@/features/findings/FindingsPage.vue')),
  promotions: onDesk(() => import('@/features/promotions/PromotionsPage.vue')),
  promotion: onDesk(() => import('@/features/promotions/PromotionPage.vue')),
  products: onDesk(() => import('@/features/products/ProductsPage.vue')),
  reprice: onDesk(() => import('@/features/reprice/RepricePage.vue')),
  product: onDesk(() => import('@/features/products/ProductPage.vue')),
  calendar: onDesk(() => import('@/features/calendar/CalendarPage.vue')),
  stacking: onDesk(() => import('@/features/stacking/StackingPage.vue')),
  shoppers: onDesk(() => import('@/features/shoppers/ShoppersPage.vue')),
  sets: onDesk(() => import('@/features/sets/SetsPage.vue')),
  occasions: onDesk(() => import('@/features/occasions/OccasionsPage.vue')),
  campaign: onDesk(() => import('@/features/campaigns/CampaignPage.vue')),
  testCarts: onDesk(() => import('@/features/testCarts/TestCartsPage.vue')),
  releases: onDesk(() => import('@/features/releases/ReleasesPage.vue')),
  orders: onDesk(() => import('@/features/orders/OrdersPage.vue')),
  feed: onDesk(() => import('@/features/channels/FeedPage.vue')),
  desk: onDesk(() => import('@/features/channels/DeskPage.vue')),
  channels: onDesk(() => import('@/features/channels/ChannelsPage.vue')),
  codes: onDesk(() => import('@/features/codes/CodesPage.vue')),
  nowhere: onDesk(() => import('@/features/shell/NowherePage.vue')),
}
const PAGES = { ...SHOP_PAGES, ...DESK_PAGES }

export const router = createRouter({
  history: createWebHistory(),
  routes: [
    { path: '/', redirect: '/today' },
    { path: '/today', name: 'today', component: PAGES.today },
    { path: '/findings', name: 'findings', component: PAGES.findings },
    { path: '/sign-in', name: 'sign-in', component: PAGES.signIn, meta: { place: 'door' } },
    { path: '/welcome', name: 'welcome', component: PAGES.welcome, meta: { place: 'door' } },
    { path: '/set-up', name: 'set-up', component: PAGES.setUp, meta: { place: 'door' } },
    { path: '/promotions', name: 'promotions', component: PAGES.promotions },
    { path: '/promotions/:id', name: 'promotion', component: PAGES.promotion, props: true },
    { path: '/products', name: 'products', component: PAGES.products },
    { path: '/reprice', name: 'reprice', component: PAGES.reprice },
    { path: '/products/:sku', name: 'product', component: PAGES.product, props: true },
    { path: '/calendar', name: 'calendar', component: PAGES.calendar },
    { path: '/stacking', name: 'stacking', component: PAGES.stacking },
    { path: '/shoppers', name: 'shoppers', component: PAGES.shoppers },
    { path: '/sets', name: 'sets', component: PAGES.sets },
    { path: '/occasions', name: 'occasions', component: PAGES.occasions },
    { path: '/campaigns/:id', name: 'campaign', component: PAGES.campaign, props: true },
    { path: '/test-carts', name: 'test-carts', component: PAGES.testCarts },
    { path: '/orders', name: 'orders', component: PAGES.orders },
    { path: '/channels', name: 'channels', component: PAGES.channels },
    { path: '/channels/partners/:channel', name: 'desk', component: PAGES.desk, props: true },
    { path: '/channels/feeds/:id', name: 'feed', component: PAGES.feed, props: true },
    { path: '/codes', name: 'codes', component: PAGES.codes },
    { path: '/releases', name: 'releases', component: PAGES.releases },
    { path: '/store', name: 'store', component: PAGES.store },
    { path: '/people', name: 'people', component: PAGES.people },
    { path: '/keys', name: 'keys', component: PAGES.shopKeys },
    { path: '/mailbox', name: 'mailbox', component: PAGES.mailbox },
    { path: '/me', name: 'me', component: PAGES.me },
    { path: '/log', name: 'log', component: PAGES.log },
    { path: '/reference', name: 'reference', component: PAGES.reference },
    { path: '/shop', name: 'shop', component: PAGES.shop, meta: { place: 'shop' } },
    { path: '/shop/order', name: 'shop-order', component: PAGES.shopOrder, meta: { place: 'shop' } },
    { path: '/shop/discount-codes', name: 'shop-coupons', component: PAGES.shopCoupons, meta: { place: 'shop' } },
    { path: '/shop/consent', name: 'shop-consent', component: PAGES.shopConsent, meta: { place: 'shop' } },
    {
      path: '/shop/h/:slug',
      name: 'shop-hand-out',
      component: PAGES.shopHandOut,
      props: true,
      meta: { place: 'shop' },
    },
    { path: '/shop/cart', name: 'shop-cart', component: PAGES.shopCart, meta: { place: 'shop' } },
    {
      path: '/shop/products/:sku',
      name: 'shop-product',
      component: PAGES.shopProduct,
      props: true,
      meta: { place: 'shop' },
    },
    { path: '/:rest(.*)*', name: 'nowhere', component: PAGES.nowhere },
  ],
})

router.beforeEach(async ({ name, meta, fullPath }) => {
  // Fetched while it is asked who comes.
  if (meta.place !== 'shop') void loadDesk().catch(() => undefined)
  const { account, needsSetUp } = await useSession().load()
  if (needsSetUp) return name === 'set-up' || { name: 'set-up' }
  if (name === 'set-up' || (name === 'sign-in' && account)) return account ? '/' : { name: 'sign-in' }
  if (meta.place === undefined && !account)
    return { name: 'sign-in', query: fullPath === '/today' ? {} : { next: fullPath } }
  return true
})

/** The names of pages; one that shows a single thing is named after it (`usePageTitle`). */
const { promotions, products, testCarts, shopKeys } = text.rail
const TITLES: Readonly<Record<string, unknown>> = {
  ...text.rail,
  promotion: promotions,
  product: products,
  campaign: promotions,
  reprice: products,
  'test-carts': testCarts,
  keys: shopKeys,
  ...text.titles,
}

router.afterEach((to, from) => {
  if (to.path !== from.path && from.matched.length > 0) void nextTick().then(focusContentIfLost)
})

router.afterEach(({ name, meta }) => {
  if (meta.place === 'shop') return
  const title = TITLES[String(name)]
  document.title = typeof title === 'string' ? `${title} · Novalex` : 'Novalex'
})

// A browser does not fetch a module again that once failed to come: only a fresh load of the address does.
router.onError((_error, to) => {
  useNotice().say(text.common.pageAway, {
    label: text.common.retry,
    run: () => window.location.assign(to.fullPath),
  })
})

const FIRST_PAGE_MS = 1000
const FILLED_AT_LATEST_MS = 10_000

/** Whether the browser was asked to send and receive no more than needed. Source: https://wicg.github.io/savedata/ */
const savesData = () => (navigator as { connection?: { saveData?: boolean } }).connection?.saveData === true

/** Fetches every page's code once the first one stands and had time to fill, so that one can go on while the server is away. */
export async function fetchPages(isFilling: () => boolean): Promise<void> {
  await router.isReady().catch(() => undefined) // said by onError
  for (let waited = 0; waited === 0 || (isFilling() && waited < FILLED_AT_LATEST_MS); waited += FIRST_PAGE_MS)
    await new Promise((resolve) => setTimeout(resolve, FIRST_PAGE_MS))
  if (savesData()) return
  // Shoppers fetch nothing of the desk.
  const isInShop = router.currentRoute.value.meta.place === 'shop'
  const loads: (() => Promise<unknown>)[] = Object.values(isInShop ? SHOP_PAGES : PAGES)
  await Promise.allSettled([...(isInShop ? [] : [fetchLater()]), ...loads.map((load) => load())])
}
