import { environmentManager } from '@tanstack/vue-query'
import { createPinia } from 'pinia'
import { createRenderer, defineComponent, h, type Plugin } from 'vue'
import { installServerState } from '@/api/queryClient.ts'

// Node is no server that prepares pages.
environmentManager.setIsServer(() => false)

/** Just enough of a document for components that draw nothing. */
const { createApp } = createRenderer<object, object>({
  insert: () => undefined,
  remove: () => undefined,
  createElement: () => ({}),
  createText: () => ({}),
  createComment: () => ({}),
  setText: () => undefined,
  setElementText: () => undefined,
  parentNode: () => null,
  nextSibling: () => null,
  patchProp: () => undefined,
})

/** Runs a composable inside a component, with stores and server state of its own, and further plugins; `unmount` ends it. */
export function withSetup<T>(setup: () => T, plugins: readonly Plugin[] = []): { readonly result: T; unmount(): void } {
  let result: T | undefined
  const app = createApp(
    defineComponent({
      setup() {
        result = setup()
        return () => h('div')
      },
    }),
  )
  app.use(installServerState).use(createPinia())
  for (const plugin of plugins) app.use(plugin)
  app.mount({})
  return {
    result: result as T,
    unmount: () => {
      app.unmount()
    },
  }
}
