import vue from '@vitejs/plugin-vue'
import { fileURLToPath } from 'node:url'
import { defineConfig } from 'vite'
import { compression } from 'vite-plugin-compression2'
import vuetify from 'vite-plugin-vuetify'

export default defineConfig({
  // Compressed once, as well as can be, instead of by the server at each request.
  plugins: [vue(), vuetify({ autoImport: true }), compression({ algorithms: ['brotliCompress'], threshold: 1024 })],
  resolve: { alias: { '@': fileURLToPath(new URL('src', import.meta.url)) } },
  // No component here, nor of the interface library, is written with options.
  define: { __VUE_OPTIONS_API__: 'false' },
  worker: { format: 'es' },
  build: { target: 'es2022', chunkSizeWarningLimit: 800 },
  server: { proxy: { '/api': 'http://127.0.0.1:8471' } },
})
