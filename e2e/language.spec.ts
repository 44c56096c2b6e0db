import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { Page, Response } from '@playwright/test'
import { startServer } from '../scripts/lib/serve.mjs'
import { findFreePort } from '../scripts/lib/system.mjs'
import { findCutTexts } from './findCutTexts.ts'
import { expect, NOW, signInAs, test, type Novalex } from './novalex.ts'

/** Paths, some with the key that opens a dialog there. */
const PLAN = [
  'today ?',
  'promotions',
  'promotions +',
  'promotions/demo-1',
  'calendar',
  'stacking Control+k',
  'occasions',
]
const CHECK = ['products', 'products/SKB-A4', 'reprice', 'sets', 'findings', 'test-carts', 'releases']
const RUN = [
  'channels',
  'channels/feeds/demo-lane',
  'channels/partners/tallow-lane',
  'orders',
  'codes',
  'shoppers',
  'store',
  'people',
  'keys',
  'mailbox',
  'log',
  'me',
]
const SHOP = [
  'shop',
  'shop/products/SKB-A4',
  'shop/cart',
  'shop/discount-codes',
  'shop/h/thank-you',
  'welcome',
  'nowhere',
]

/** Words that are the same in every language, and names of days and months, which the formats give. */
const COMMON =
  /^(?:Novalex|Ctrl|JSON|Mon|Tue|Wed|Thu|Fri|Sat|Sun|Jan|Feb|Mar|Apr|May|Jun|Jul|Aug|Sept?|Oct|Nov|Dec|Chromium|Linux|CSV|XLSX|ZIP|csv|xlsx|zip)$/
const WORD = /(?<!\p{L})[A-Za-z]{3,}(?!\p{L})/gu

/** Collects every word that the server answers: names, codes and the like, which no catalogue holds. */
function collectAnswers(page: Page, known: string): () => Promise<Set<string>> {
  const words = new Set<string>(known.match(WORD))
  const reading: Promise<void>[] = []
  const read = async (response: Response) => {
    const text = await response.text().catch(() => '')
    for (const [word] of text.matchAll(WORD)) words.add(word)
  }
  page.on('response', (response) => {
    if (response.headers()['content-type']?.includes('json')) reading.push(read(response))
  })
  return async () => {
    await Promise.all(reading)
    return words
  }
}

const readWords = (page: Page) =>
  page.evaluate(() => {
    const labels = [...document.querySelectorAll('[aria-label], [placeholder], [title]')].flatMap((element) =>
      ['aria-label', 'placeholder', 'title'].map((name) => element.getAttribute(name) ?? ''),
    )
    const texts = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT)
    const shown: string[] = []
    while (texts.nextNode())
      if (!texts.currentNode.parentElement?.closest('script, style, noscript'))
        shown.push(texts.currentNode.textContent ?? '')
    return [document.title, ...shown, ...labels].map((text) => text.replace(/\/[\w/-]+/g, '')).join('\n')
  })

const places = (list: readonly string[]) => list.map((place) => place.split(' ') as [path: string, open?: string])

/** Opens pages on a server of its own in the pseudo-language; gives what is untranslated or cut off, by page. */
async function readPages(page: Page, novalex: Novalex, list: readonly string[]): Promise<Record<string, string[]>> {
  const folder = mkdtempSync(join(tmpdir(), 'novalex-language-'))
  const port = await findFreePort()
  const settings = { NOVALEX_LANG: 'xx' }
  const server = await startServer({ databaseUrl: novalex.databaseUrl, port, folder, now: NOW, settings })
  const found: Record<string, string[]> = {}
  try {
    await signInAs(page.request, server, 'administrator')
    // Names of products come in a stream, too, which can't be read twice.
    const products = await page.request.get(`${server.url}/api/files/products.csv`)
    const readAnswers = collectAnswers(page, await products.text())
    for (const [path, open] of places(list)) {
      await page.goto(`${server.url}/${path}`)
      await page.waitForLoadState('networkidle')
      if (open) {
        await page.keyboard.press(open)
        await page.getByRole('dialog').waitFor()
      }
      const words = [...(await readWords(page)).matchAll(WORD)].map(([word]) => word)
      const answered = await readAnswers()
      const untranslated = words.filter((word) => !COMMON.test(word) && !answered.has(word))
      const faults = [...new Set(untranslated), ...(await findCutTexts(page))]
      if (faults.length > 0) found[`${path} ${open ?? ''}`] = faults
    }
    return found
  } finally {
    await server.stop()
    rmSync(folder, { recursive: true })
  }
}

test.describe('in the pseudo-language, nothing is untranslated or cut off at 1280', () => {
  test('where promotions are planned', async ({ page, novalex }) => {
    expect(await readPages(page, novalex, PLAN)).toEqual({})
  })
  test('where products and checks are', async ({ page, novalex }) => {
    expect(await readPages(page, novalex, CHECK)).toEqual({})
  })
  test('where the store is run', async ({ page, novalex }) => {
    expect(await readPages(page, novalex, RUN)).toEqual({})
  })
  test('where shoppers and visitors are', async ({ page, novalex }) => {
    expect(await readPages(page, novalex, SHOP)).toEqual({})
  })
})
