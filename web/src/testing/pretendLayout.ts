import { vi } from 'vitest'

/** Menus measure where they fit, long tables how many rows are in sight, and charts paint: what a document without a browser has none of. */
export function pretendLayout(): void {
  const { width, height } = { width: 1280, height: 800 }
  vi.stubGlobal(
    'visualViewport',
    Object.assign(new EventTarget(), { scale: 1, width, height, offsetLeft: 0, offsetTop: 0 }),
  )
  Object.defineProperties(HTMLElement.prototype, {
    offsetWidth: { configurable: true, get: () => width },
    offsetHeight: { configurable: true, get: () => height },
    clientWidth: { configurable: true, get: () => width },
    clientHeight: { configurable: true, get: () => height },
  })
  Object.defineProperty(HTMLCanvasElement.prototype, 'getContext', {
    configurable: true,
    value(this: HTMLCanvasElement) {
      return createContext(this)
    },
  })
}

/** Takes every order to paint and paints nothing; a chart whose canvas gives no context throws later, when it is updated. */
function createContext(canvas: HTMLCanvasElement): object {
  return new Proxy<Record<PropertyKey, unknown>>(
    { canvas, measureText: () => ({ width: 0 }) },
    { get: (known, name) => (name in known ? known[name] : () => undefined) },
  )
}
