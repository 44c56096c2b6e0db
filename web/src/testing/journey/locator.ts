import { queryAllByLabelText, queryAllByRole, queryAllByTestId } from '@testing-library/vue'
import { vi } from 'vitest'

type Name = string | RegExp

interface Choice {
  readonly exact?: boolean
}
interface RoleChoice extends Choice {
  readonly name?: Name
  readonly level?: number
}
interface TextFilter {
  readonly hasText?: Name
}
interface GivenFile {
  readonly name: string
  readonly mimeType: string
  readonly buffer: Uint8Array<ArrayBuffer>
}

const tidy = (text: string | null) => (text ?? '').replaceAll(/\s+/g, ' ').trim()
export const textOf = (element: Element): string => tidy(element.textContent)

/** Whether a text is the one meant: a part of it in any case, or all of it if `exact`. */
export function isMeant(text: string, name: Name, { exact = false }: Choice = {}): boolean {
  if (name instanceof RegExp) return name.test(text)
  return exact ? text === tidy(name) : text.toLowerCase().includes(tidy(name).toLowerCase())
}

/** Whether an element is shown, as far as the document alone tells: there is no layout. */
export function isShown(element: Element): boolean {
  if (!element.isConnected) return false
  for (let one: Element | null = element; one; one = one.parentElement) {
    if (one.hasAttribute('hidden') || (one as HTMLElement).style.display === 'none') return false
  }
  return true
}

/** Links have no disabled state of their own: a disabled one is drawn so and does nothing. */
export const DISABLED = ':disabled, .v-btn--disabled'

/** How long and how often the screen is searched again; a search goes through all of its elements. */
export const PATIENCE = { timeout: 60_000, interval: 40 } as const

/** Names elements of the screen, found anew each time that they are asked for. Acts on the one that there is, or waits for it. */
export class Locator {
  readonly findAll: () => Element[]
  readonly #name: string

  constructor(name: string, findAll: () => Element[]) {
    this.#name = name
    this.findAll = () => [...new Set(findAll())].filter(isShown)
  }

  toString(): string {
    return this.#name
  }

  #within(name: string, find: (where: HTMLElement) => readonly Element[]): Locator {
    return new Locator(`${this.#name} ${name}`, () => this.findAll().flatMap((one) => find(one as HTMLElement)))
  }

  #narrowed(name: string, narrow: (found: readonly Element[]) => readonly (Element | undefined)[]): Locator {
    return new Locator(`${this.#name} ${name}`, () => narrow(this.findAll()).flatMap((one) => one ?? []))
  }

  getByRole(role: string, { name, level, ...choice }: RoleChoice = {}): Locator {
    const matcher = name === undefined ? {} : { name: (own: string) => isMeant(tidy(own), name, choice) }
    const options = { hidden: true, ...matcher, ...(level === undefined ? {} : { level }) }
    return this.#within(`${role} ${String(name)}`, (where) =>
      withInlineStyles(() => queryAllByRole(where, role, options)).filter((one) => !one.closest('[aria-hidden=true]')),
    )
  }

  getByLabel(name: Name, choice: Choice = {}): Locator {
    return this.#within(`labelled ${String(name)}`, (where) =>
      queryAllByLabelText(where, (text) => isMeant(tidy(text), name, choice)),
    )
  }

  /** The innermost elements with a text. */
  getByText(text: Name, choice: Choice = {}): Locator {
    const isIn = (one: Element) => isMeant(textOf(one), text, choice)
    return this.#within(`text ${String(text)}`, (where) =>
      [where, ...where.querySelectorAll(':not(script, style)')].filter(
        (one) => isIn(one) && ![...one.children].some(isIn),
      ),
    )
  }

  getByTestId(id: string): Locator {
    return this.#within(id, (where) => queryAllByTestId(where, id))
  }

  locator(selector: string, filter: TextFilter = {}): Locator {
    return this.#within(selector, (where) => [...where.querySelectorAll(selector)]).filter(filter)
  }

  filter({ hasText }: TextFilter): Locator {
    if (hasText === undefined) return this
    return this.#narrowed(`with ${String(hasText)}`, (found) => found.filter((one) => isMeant(textOf(one), hasText)))
  }

  nth(at: number): Locator {
    return this.#narrowed(`at ${at}`, (found) => [found.at(at)])
  }

  first(): Locator {
    return this.nth(0)
  }

  last(): Locator {
    return this.nth(-1)
  }

  isVisible(): boolean {
    return this.findAll().length > 0
  }

  count(): number {
    return this.findAll().length
  }

  allInnerTexts(): string[] {
    return this.findAll().map(textOf)
  }

  async textContent(): Promise<string> {
    return textOf(await this.#find())
  }

  /** The only one, once it is there. Throws where there are several. */
  async #find<E extends Element = HTMLElement>(): Promise<E> {
    return vi.waitFor(() => {
      const [one, ...others] = this.findAll()
      if (!one) throw new Error(`${this.#name}: not on the screen`)
      if (others.length > 0) throw new Error(`${this.#name}: ${others.length + 1} on the screen`)
      return one as E
    }, PATIENCE)
  }

  async #findEnabled<E extends HTMLElement = HTMLElement>(): Promise<E> {
    return vi.waitFor(async () => {
      const one = await this.#find<E>()
      if (one.matches(DISABLED)) throw new Error(`${this.#name}: disabled`)
      return one
    }, PATIENCE)
  }

  async focus(): Promise<void> {
    const target = await this.#find<HTMLElement>()
    target.focus()
  }

  async click(): Promise<void> {
    const target = await this.#findEnabled()
    target.focus()
    for (const type of ['mousedown', 'mouseup']) target.dispatchEvent(new MouseEvent(type, { bubbles: true }))
    target.click()
    await breathe()
  }

  /** Types a text in the place of what a field holds. */
  async fill(text: string): Promise<void> {
    const field = await this.#findEnabled<HTMLInputElement>()
    field.focus()
    enter(field, text)
    await breathe()
  }

  async check(): Promise<void> {
    if (!(await this.#find<HTMLInputElement>()).checked) await this.click()
  }

  async uncheck(): Promise<void> {
    if ((await this.#find<HTMLInputElement>()).checked) await this.click()
  }

  async press(keys: string): Promise<void> {
    await this.focus()
    await press(keys)
  }

  /** Takes an option of a plain list, by its value or its text. */
  async selectOption(option: string | { readonly label: string }): Promise<void> {
    const list = await this.#find<HTMLSelectElement>()
    const wanted = typeof option === 'string' ? option : option.label
    const found = [...list.options].find(({ value, text }) => value === wanted || tidy(text) === wanted)
    if (!found) throw new Error(`${this.#name}: no option ${wanted}`)
    list.value = found.value
    list.dispatchEvent(new Event('change', { bubbles: true }))
    await breathe()
  }

  async setInputFiles({ name, mimeType, buffer }: GivenFile): Promise<void> {
    const field = await this.#find()
    Object.defineProperty(field, 'files', {
      value: [new File([buffer], name, { type: mimeType })],
      configurable: true,
    })
    field.dispatchEvent(new Event('change', { bubbles: true }))
    await breathe()
  }

  async getAttribute(name: string): Promise<string | null> {
    return (await this.#find()).getAttribute(name)
  }

  /** Types into all fields in one go, so that nothing is drawn in between: what a fast typist does on a machine that hangs. */
  async typeAtOnce(texts: readonly string[]): Promise<void> {
    const fields = await vi.waitFor(() => {
      const found = this.findAll()
      if (found.length !== texts.length) throw new Error(`${this.#name}: ${found.length} on the screen`)
      return found as HTMLInputElement[]
    }, PATIENCE)
    for (const [at, field] of fields.entries()) {
      field.focus()
      enter(field, texts[at]!)
    }
  }
}

/**
 * Accessible names depend on styles, too, and the document resolves those of each element anew, which takes most of a search. Without style sheets, inline
 * styles are all there is.
 */
function withInlineStyles<T>(find: () => T): T {
  const resolve = window.getComputedStyle
  window.getComputedStyle = (element) => (element as HTMLElement).style
  try {
    return find()
  } finally {
    window.getComputedStyle = resolve
  }
}

function enter(field: HTMLInputElement, text: string): void {
  field.value = text
  field.dispatchEvent(new Event('input', { bubbles: true }))
}

/** Lets what was asked for be drawn. */
const breathe = () => new Promise((resolve) => setTimeout(resolve, 0))

/** Presses keys where the focus is, such as `Control+z`; Enter in a field of a form sends it, as in a browser. */
export async function press(keys: string): Promise<void> {
  const [key = '', ...modifiers] = keys.split('+').toReversed()
  const target = document.activeElement ?? document.body
  const event = new KeyboardEvent('keydown', {
    key,
    bubbles: true,
    cancelable: true,
    ctrlKey: modifiers.includes('Control'),
    shiftKey: modifiers.includes('Shift'),
    altKey: modifiers.includes('Alt'),
  })
  target.dispatchEvent(event)
  await breathe()
  // A field whose text was changed tells so when it is left, and before it sends its form.
  const isField = target.matches('input, textarea')
  if (isField && (key === 'Tab' || key === 'Enter')) target.dispatchEvent(new Event('change', { bubbles: true }))
  if (key === 'Tab') (target as HTMLElement).blur()
  const form = target.closest('form')
  if (key !== 'Enter' || event.defaultPrevented || !target.isConnected) return
  if (form && target.matches('input')) form.dispatchEvent(new Event('submit', { bubbles: true, cancelable: true }))
  else if (target.matches('button, a')) (target as HTMLElement).click()
  await breathe()
}
