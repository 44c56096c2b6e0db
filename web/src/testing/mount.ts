import { environmentManager } from '@tanstack/vue-query'
import { createPinia } from 'pinia'
import { createApp, h, type Component } from 'vue'
import { installServerState } from '@/api/queryClient.ts'
import { vuetify } from '@/plugins/vuetify.ts'
import { Locator } from './journey/locator.ts'
import { pretendLayout } from './pretendLayout.ts'

environmentManager.setIsServer(() => false)

/** Draws one component in the document of the test's environment, with stores and server state of its own; `unmount` ends it. */
export function mount(component: Component, props: Readonly<Record<string, unknown>> = {}) {
  pretendLayout()
  const app = createApp(() => h(component, props))
    .use(installServerState)
    .use(createPinia())
    .use(vuetify)
  const root = document.createElement('div')
  document.body.append(root)
  app.mount(root)
  return {
    screen: new Locator('the screen', () => [document.body]),
    unmount: () => {
      app.unmount()
      root.remove()
    },
  }
}
