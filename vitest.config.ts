import { fileURLToPath } from 'node:url'
import vue from '@vitejs/plugin-vue'
import vuetify from 'vite-plugin-vuetify'
import { defineConfig } from 'vitest/config'

export default defineConfig({
  plugins: [vue(), vuetify({ autoImport: true, styles: 'none' })],
  resolve: { alias: { '@': fileURLToPath(new URL('web/src', import.meta.url)) } },
  test: {
    include: ['{core,contract,server,web}/src/**/*.test.ts', 'scripts/**/*.test.ts', 'docs/**/*.test.ts'],
    globalSetup: ['scripts/lib/testDatabase.ts', 'scripts/lib/testSeed.ts', 'scripts/lib/testThread.ts'],
    setupFiles: ['scripts/lib/randomCases.ts', 'scripts/lib/cleanGlobals.ts'],
    // Each file has databases of its own; the default leaves one of two cores idle.
    maxWorkers: 2,
    // What the server is made of is loaded once, not for each file.
    isolate: false,
    server: { deps: { inline: ['vuetify'], external: [/scripts\/lib\/.*\.mjs$/] } },
    // The first journey of a file compiles the application, which a busy machine takes a minute for.
    testTimeout: 240_000,
    hookTimeout: 120_000,
  },
})
