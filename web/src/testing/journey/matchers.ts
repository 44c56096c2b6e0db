import { expect, vi } from 'vitest'
import { DISABLED, isMeant, PATIENCE, textOf, type Locator } from './locator.ts'

type Name = string | RegExp

/** Retrying matchers for elements, named as in browser journeys. */
interface ScreenMatchers {
  toBeVisible(): Promise<void>
  toBeHidden(): Promise<void>
  toHaveText(text: Name): Promise<void>
  toContainText(text: Name): Promise<void>
  toHaveValue(value: Name): Promise<void>
  toHaveCount(count: number): Promise<void>
  toBeChecked(): Promise<void>
  toBeDisabled(): Promise<void>
  toBeEnabled(): Promise<void>
  toHaveAttribute(name: string, value: Name): Promise<void>
  /** Of a function: that it throws nothing, now or soon. */
  toPass(): Promise<void>
  /** Of a page. */
  toHaveURL(url: RegExp): Promise<void>
}

declare module 'vitest' {
  // eslint-disable-next-line @typescript-eslint/no-empty-object-type, @typescript-eslint/no-unused-vars
  interface Assertion<T> extends ScreenMatchers {}
}

/** A matcher that looks again until it holds; tells what it saw last. */
function soon<Rest extends readonly unknown[]>(look: (found: readonly Element[], ...rest: Rest) => string | null) {
  return async function (this: { isNot?: boolean }, locator: Locator, ...rest: Rest) {
    let wrong: string | null = null
    const isWanted = () => {
      wrong = look(locator.findAll(), ...rest)
      if ((wrong === null) === (this.isNot === true)) throw new Error(wrong ?? 'so it is')
    }
    const pass = await vi.waitFor(isWanted, PATIENCE).then(
      () => this.isNot !== true,
      () => this.isNot === true,
    )
    return { pass, message: () => `${String(locator)}: ${wrong ?? 'so it is'}` }
  }
}

const one = (look: (element: Element, wanted: Name) => string | null) =>
  soon<[Name]>(([first, ...others], wanted) => {
    if (!first) return 'not on the screen'
    return others.length > 0 ? `${others.length + 1} on the screen` : look(first, wanted)
  })

expect.extend({
  async toPass(check: () => unknown) {
    return vi.waitFor(check, PATIENCE).then(
      () => ({ pass: true, message: () => 'it passes' }),
      (thrown: unknown) => ({ pass: false, message: () => String(thrown) }),
    )
  },
  async toHaveURL(this: { isNot?: boolean }, _page: unknown, url: RegExp) {
    const isThere = () => {
      if (url.test(location.href) === (this.isNot === true)) throw new Error(location.href)
    }
    const isNot = this.isNot === true
    return vi.waitFor(isThere, PATIENCE).then(
      () => ({ pass: !isNot, message: () => location.href }),
      () => ({ pass: isNot, message: () => location.href }),
    )
  },
  toBeVisible: soon((found) =>
    found.length === 1 ? null : found.length === 0 ? 'not on the screen' : `${found.length} on the screen`,
  ),
  toBeHidden: soon((found) => (found.length === 0 ? null : 'on the screen')),
  toHaveCount: soon<[number]>((found, count) => (found.length === count ? null : `${found.length} on the screen`)),
  toHaveText: one((element, wanted) => (isMeant(textOf(element), wanted, { exact: true }) ? null : textOf(element))),
  toContainText: one((element, wanted) => {
    const text = textOf(element)
    return (typeof wanted === 'string' ? text.includes(wanted) : wanted.test(text)) ? null : text
  }),
  toHaveValue: one((element, wanted) => {
    const { value } = element as HTMLInputElement
    return isMeant(value, wanted, { exact: true }) ? null : `“${value}”`
  }),
  toBeChecked: soon(([first]) => (first?.matches(':checked') ? null : 'not checked')),
  toBeDisabled: soon(([first]) => (first?.matches(DISABLED) ? null : 'not disabled')),
  toBeEnabled: soon(([first]) => (first && !first.matches(DISABLED) ? null : 'disabled, or not on the screen')),
  toHaveAttribute: soon<[string, Name]>(([first], name, value) => {
    const own = first?.getAttribute(name) ?? null
    return own !== null && isMeant(own, value, { exact: true }) ? null : `“${own}”`
  }),
})
