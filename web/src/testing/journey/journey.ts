import { expect, test as base } from 'vitest'
import { stubWorker } from '../stubWorker.ts'
import { drawApp } from './drawApp.ts'
import { Locator, press } from './locator.ts'
import './matchers.ts'
import { startDesk, type Desk } from './startDesk.ts'

export { expect }

/** The screen of an administrator, without a browser: the whole application drawn in the test's document. */
export interface Page extends Pick<Locator, 'getByRole' | 'getByLabel' | 'getByText' | 'getByTestId' | 'locator'> {
  readonly request: Pick<Desk, 'ask' | 'bringIn'>
  readonly keyboard: { press(keys: string): Promise<void> }
  goto(path: string): Promise<void>
  reload(): Promise<void>
}

function createPage({ ask, bringIn }: Desk) {
  let leave: (() => void) | null = null
  const screen = new Locator('the screen', () => [document.body])
  const page: Page = {
    request: { ask, bringIn },
    keyboard: { press },
    getByRole: (...given) => screen.getByRole(...given),
    getByLabel: (...given) => screen.getByLabel(...given),
    getByText: (...given) => screen.getByText(...given),
    getByTestId: (...given) => screen.getByTestId(...given),
    locator: (...given) => screen.locator(...given),
    async goto(path) {
      leave?.()
      leave = await drawApp(path)
    },
    reload: () => page.goto(location.pathname + location.search),
  }
  return {
    page,
    end: () => {
      leave?.()
      localStorage.clear()
      sessionStorage.clear()
    },
  }
}

/**
 * A test of journeys through the application without a browser, for what is shown and kept; layout, focus, drawing and several windows need a journey
 * of `e2e`. Each finds its shop as it was at first: the demo's, or one of three products at round prices.
 */
export const createJourneyTest = ({ hasDemo }: { readonly hasDemo: boolean }) =>
  base.extend<{ desk: Desk; page: Page }>({
    desk: [
      // eslint-disable-next-line no-empty-pattern -- the runner reads the pattern to know what a fixture needs
      async ({}, use) => {
        const desk = await startDesk({ hasDemo })
        stubWorker()
        await use(desk)
        await desk.stop()
      },
      { scope: 'file' },
    ],
    page: async ({ desk }, use) => {
      const { page, end } = createPage(desk)
      await use(page)
      end()
      await desk.reset()
    },
  })

/** An option of a list of choices. */
export async function choose(page: Page, label: string, name: string | RegExp): Promise<void> {
  await page.getByRole('combobox', { name: label, exact: true }).press('ArrowDown')
  await page.getByRole('option', { name, exact: true }).click()
}

/** Waits until the moment bar says that the last edit is saved. */
export async function expectSaved(page: Page): Promise<void> {
  await expect(page.getByTestId('saving')).toHaveText(/^saved /)
}
