import 'vitest'

/** Values that the global set-up provides to test files. */
declare module 'vitest' {
  interface ProvidedContext {
    /** From which random cases follow. */
    seed: number
    databaseUrl: string
    /** The name of a migrated, empty database from which those of the tests are cloned. */
    template: string
    /** The built thread; the built server and the demo's seed lie beside it. */
    threadFile: string
  }
}
