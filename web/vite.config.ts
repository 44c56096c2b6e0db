import vue from '@vitejs/plugin-vue'
import { fileURLToPath } from 'node:url'
import { defineConfig } from 'vite'
import { compression } from 'vite-plugin-compression2'
import vuetify from 'vite-plugin-vuetify'

/** What all pages share, what pages of the shop do, and what those of the desk do, each in one piece: fewer requests, and less to send. */
const GROUPS = [
  {
    name: 'base',
    // The texts of the components are part of the catalogue, which pages have without them.
    test: /preload-helper|composables\/useThemeName|vuetify\/lib\/locale\/en|node_modules\/(@vue|vue|vue-router|pinia|@tanstack\/(query-core|vue-query)|@vueuse)\//,
  },
  // Lists are of menus, which open later.
  {
    name: 'components',
    test: /node_modules\/@?vuetify\/(?!.*(VList|nested|list-items|VAvatar|VDivider|VSelection))/,
    minShareCount: 16,
  },
  { name: 'shared', test: /\/(web|core|contract|words)\/src\//, minShareCount: 24 },
  { name: 'shared', test: /core\/src\/values\// },
  { name: 'shop', test: /\/features\/shop\//, minShareCount: 7 },
  {
    name: 'desk',
    test: /web\/src\/(stores\/(names|findings|counts|inShop|saving|newPromotion)|locale\/(readDay|describeTimeLeft)|draft\/toDraft|features\/(shell|promotions\/usePromotionActions|stacking\/useRankMoves))/,
  },
]

export default defineConfig({
  // Compressed once, as well as can be, instead of by the server at each request.
  plugins: [vue(), vuetify({ autoImport: true }), compression({ algorithms: ['brotliCompress'], threshold: 1024 })],
  resolve: { alias: { '@': fileURLToPath(new URL('src', import.meta.url)) } },
  // No component here, nor of the interface library, is written with options.
  define: { __VUE_OPTIONS_API__: 'false' },
  worker: { format: 'es' },
  build: {
    target: 'es2022',
    chunkSizeWarningLimit: 800,
    rolldownOptions: { output: { codeSplitting: { groups: GROUPS } } },
  },
  server: { proxy: { '/api': 'http://127.0.0.1:8471' } },
})
