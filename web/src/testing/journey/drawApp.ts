import { environmentManager } from '@tanstack/vue-query'
import { createPinia } from 'pinia'
import { vi } from 'vitest'
import { createApp } from 'vue'
import { installServerState } from '@/api/queryClient.ts'
import App from '@/App.vue'
import { serveComponents } from '@/plugins/components.ts'
import { router } from '@/plugins/router.ts'

environmentManager.setIsServer(() => false)

/** Menus measure where they fit, and long tables how many rows are in sight. */
function pretendLayout(): void {
  const { width, height } = { width: 1280, height: 800 }
  vi.stubGlobal(
    'visualViewport',
    Object.assign(new EventTarget(), { scale: 1, width, height, offsetLeft: 0, offsetTop: 0 }),
  )
  Object.defineProperties(HTMLElement.prototype, {
    offsetWidth: { configurable: true, get: () => width },
    offsetHeight: { configurable: true, get: () => height },
  })
}

/** Draws the whole application at a path, in the document of a test's environment; ends it when called. */
export async function drawApp(path: string): Promise<() => void> {
  pretendLayout()
  const app = createApp(App).use(installServerState).use(createPinia())
  serveComponents(app)
  const root = document.createElement('div')
  document.body.append(root)
  await router.push(path)
  app.use(router).mount(root)
  return () => {
    app.unmount()
    root.remove()
  }
}
