import { environmentManager } from '@tanstack/vue-query'
import { createPinia } from 'pinia'
import { createApp } from 'vue'
import { installServerState } from '@/api/queryClient.ts'
import App from '@/App.vue'
import { serveComponents, withComponents } from '@/plugins/components.ts'
import { router } from '@/plugins/router.ts'
import { pretendLayout } from '../pretendLayout.ts'

environmentManager.setIsServer(() => false)

/** Draws the whole application at a path, in the document of a test's environment; ends it when called. `onFault`: hears of errors that components throw. */
export async function drawApp(path: string, onFault: (thrown: unknown) => void): Promise<() => void> {
  pretendLayout()
  const app = createApp(App).use(installServerState).use(createPinia())
  app.config.errorHandler = onFault
  serveComponents(app)
  // A route that an earlier application loaded does not request the component library again.
  await withComponents(() => Promise.resolve())()
  const root = document.createElement('div')
  document.body.append(root)
  await router.push(path)
  app.use(router).mount(root)
  return () => {
    app.unmount()
    root.remove()
  }
}
