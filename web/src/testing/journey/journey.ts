import type { PersonRole } from '@novalex/contract'
import { expect, test as base } from 'vitest'
import { stubWorker } from '../stubWorker.ts'
import { drawApp } from './drawApp.ts'
import { Locator, press } from './locator.ts'
import './matchers.ts'
import { startDesk, type Desk } from './startDesk.ts'

export { expect }

/** The screen without a browser: the whole application drawn in the test's document. */
export interface Page extends Pick<Locator, 'getByRole' | 'getByLabel' | 'getByText' | 'getByTestId' | 'locator'> {
  readonly request: Pick<Desk, 'ask' | 'bringIn' | 'read' | 'signIn'>
  readonly keyboard: { press(keys: string): Promise<void> }
  goto(path: string): Promise<void>
  reload(): Promise<void>
}

function createPage({ ask, bringIn, read, signIn }: Desk) {
  const faults: unknown[] = []
  let leave: (() => void) | null = null
  const screen = new Locator('the screen', () => [document.body])
  const page: Page = {
    request: { ask, bringIn, read, signIn },
    keyboard: { press },
    getByRole: (...given) => screen.getByRole(...given),
    getByLabel: (...given) => screen.getByLabel(...given),
    getByText: (...given) => screen.getByText(...given),
    getByTestId: (...given) => screen.getByTestId(...given),
    locator: (...given) => screen.locator(...given),
    async goto(path) {
      leave?.()
      leave = await drawApp(path, (thrown) => faults.push(thrown))
    },
    reload: () => page.goto(location.pathname + location.search),
  }
  return {
    page,
    faults,
    end: () => {
      leave?.()
      localStorage.clear()
      sessionStorage.clear()
    },
  }
}

interface Shop {
  /** The demo's shop, or one of three products at round prices. */
  readonly hasDemo: boolean
  /** As whom the screen is looked at; null: nobody is signed in. */
  readonly role?: PersonRole | null
}

const desks = new Map<boolean, Promise<Desk>>()

/** The journeys of a process share a server for each kind of shop, since one takes long to start. */
function findDesk(hasDemo: boolean): Promise<Desk> {
  const known = desks.get(hasDemo)
  if (known) return known
  const started = startDesk({ hasDemo })
  desks.set(hasDemo, started)
  return started
}

/**
 * A test of journeys through the application without a browser, for what is shown and kept; layout, focus, drawing and several windows need a journey
 * of `e2e`. Each finds its shop as it was at first.
 */
export const createJourneyTest = ({ hasDemo, role = 'administrator' }: Shop) =>
  base.extend<{ page: Page }>({
    // eslint-disable-next-line no-empty-pattern -- the runner reads the pattern to know what a fixture needs
    page: async ({}, use) => {
      const desk = await findDesk(hasDemo)
      desk.connect()
      stubWorker()
      await desk.signIn(role)
      const { page, faults, end } = createPage(desk)
      await use(page)
      end()
      await desk.reset()
      expect(faults.map(String), 'errors thrown in the page').toEqual([])
    },
  })

/** An option of a list of choices. */
export async function choose(page: Page, label: string, name: string | RegExp): Promise<void> {
  await page.getByRole('combobox', { name: label, exact: true }).press('ArrowDown')
  await page.getByRole('option', { name, exact: true }).click()
}

/** Waits until the moment bar says that the last edit is saved. */
export async function expectSaved(page: Page): Promise<void> {
  await expect(page.getByTestId('saving')).toHaveText(/^Saved /)
}

/** Looks at the store at another moment. */
export async function moveTo(page: Page, date: string, time: string): Promise<void> {
  await page.getByRole('button', { name: /, Choose date and time$/ }).click()
  await page.getByLabel('Day', { exact: true }).fill(date)
  await page.getByLabel('Time', { exact: true }).fill(time)
  await page.getByRole('button', { name: 'Apply' }).click()
  await page.keyboard.press('Escape')
}
