import { fileURLToPath } from 'node:url'
import vue from '@vitejs/plugin-vue'
import vuetify from 'vite-plugin-vuetify'
import { defineConfig, type TestProjectInlineConfiguration } from 'vitest/config'

/** Tests that draw components, or the whole application, in a document without a browser. */
const SCREENS = 'web/src/**/*.screen.test.ts'

const SHARED = {
  plugins: [vue(), vuetify({ autoImport: true, styles: 'none' })],
  resolve: { alias: { '@': fileURLToPath(new URL('web/src', import.meta.url)) } },
}
const SHARED_TEST = {
  setupFiles: ['scripts/lib/randomCases.ts', 'scripts/lib/cleanGlobals.ts'],
  // Each file has databases of its own; the default leaves one of two cores idle.
  maxWorkers: 2,
  // What the server or the application is made of is loaded once in a process, not for each file.
  isolate: false,
  server: { deps: { inline: ['vuetify'], external: [/scripts\/lib\/.*\.mjs$/] } },
  // The first journey of a process compiles the application, which a busy machine takes a minute for.
  testTimeout: 240_000,
  hookTimeout: 120_000,
  // Sentences are compared whole.
  chaiConfig: { truncateThreshold: 0 },
} satisfies TestProjectInlineConfiguration['test']

export default defineConfig({
  test: {
    globalSetup: ['scripts/lib/testDatabase.ts', 'scripts/lib/testSeed.ts', 'scripts/lib/testThread.ts'],
    // One after the other: a process that changed between the two would load everything anew each time.
    projects: [
      {
        ...SHARED,
        test: {
          ...SHARED_TEST,
          name: 'rules',
          include: ['{core,contract,words,server,web}/src/**/*.test.ts', 'scripts/**/*.test.ts', 'docs/**/*.test.ts'],
          exclude: [SCREENS],
          sequence: { groupOrder: 0 },
        },
      },
      {
        ...SHARED,
        test: {
          ...SHARED_TEST,
          name: 'screens',
          include: [SCREENS],
          environment: 'happy-dom',
          sequence: { groupOrder: 1 },
        },
      },
    ],
  },
})
