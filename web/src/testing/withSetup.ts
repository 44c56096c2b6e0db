import { createRenderer, defineComponent, h } from 'vue'

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

/** Runs a composable inside a component, as it is meant to be; `unmount` ends it. */
export function withSetup<T>(setup: () => T): { readonly result: T; unmount(): void } {
  let result: T | undefined
  const app = createApp(
    defineComponent({
      setup() {
        result = setup()
        return () => h('div')
      },
    }),
  )
  app.mount({})
  return {
    result: result as T,
    unmount: () => {
      app.unmount()
    },
  }
}
