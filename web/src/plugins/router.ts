import { createRouter, createWebHistory } from 'vue-router'

export const router = createRouter({
  history: createWebHistory(),
  routes: [
    { path: '/', redirect: '/promotions' },
    { path: '/promotions', name: 'promotions', component: () => import('@/features/promotions/PromotionsPage.vue') },
    {
      path: '/promotions/:id',
      name: 'promotion',
      component: () => import('@/features/promotions/PromotionPage.vue'),
      props: true,
    },
    { path: '/products', name: 'products', component: () => import('@/features/products/ProductsPage.vue') },
    { path: '/releases', name: 'releases', component: () => import('@/features/releases/ReleasesPage.vue') },
    { path: '/shop', name: 'shop', component: () => import('@/features/shop/ShopListPage.vue') },
    {
      path: '/shop/:sku',
      name: 'shop-product',
      component: () => import('@/features/shop/ShopProductPage.vue'),
      props: true,
    },
    { path: '/:rest(.*)*', name: 'nowhere', component: () => import('@/features/shell/NowherePage.vue') },
  ],
})
