import type { App } from 'vue'

let app: App | null = null
let installed: Promise<void> | null = null

/** Says into which application the component library goes. */
export function serveComponents(to: App): void {
  app = to
  installed = null
}

async function install(): Promise<void> {
  const { vuetify } = await import('./vuetify.ts')
  app!.use(vuetify)
}

/** Fetches and installs the component library, once. Pages of the shop that do without it show before it is there. */
function fetchComponents(): Promise<void> {
  installed ??= install().catch((thrown: unknown) => {
    installed = null
    throw thrown
  })
  return installed
}

/** A load of code that uses the component library. */
export function withComponents<T>(load: () => Promise<T>): () => Promise<T> {
  return async () => {
    const [loaded] = await Promise.all([load(), fetchComponents()])
    return loaded
  }
}
