import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { Page } from '@playwright/test'
import { startServer } from '../scripts/lib/serve.mjs'
import { findFreePort } from '../scripts/lib/system.mjs'
import { findCutTexts } from './findCutTexts.ts'
import { expect, NOW, signInAs, test } from './novalex.ts'

/** Paths, some with the key that opens a dialog there. */
const PLAN = [
  ...[
    'today ?',
    'findings',
    'promotions',
    'promotions +',
    'promotions/demo-1',
    'products',
    'products/SKB-A4',
    'calendar',
  ],
  ...['stacking Control+k', 'sets', 'occasions', 'test-carts'],
]
const RUN = ['releases', 'orders', 'codes', 'shoppers', 'reprice', 'store', 'people', 'keys', 'mailbox', 'log', 'me']
const SHOP = ['shop', 'shop/cart', 'shop/discount-codes', 'sign-in', 'no-such-page']

/** Words that are the same in every language, and names of days and months, which the formats give. */
const COMMON =
  /^(?:Novalex|Ctrl|JSON|Mon|Tue|Wed|Thu|Fri|Sat|Sun|Jan|Feb|Mar|Apr|May|Jun|Jul|Aug|Sept?|Oct|Nov|Dec|Chromium|Linux|CSV|XLSX|ZIP|csv|xlsx|zip)$/
const WORD = /(?<!\p{L})[A-Za-z]{3,}(?!\p{L})/gu

/** Collects every word that the server answers: names, codes and the like, which no catalogue holds. */
function collectAnswers(page: Page): Set<string> {
  const words = new Set<string>()
  page.on('response', async (response) => {
    if (!response.headers()['content-type']?.includes('json')) return
    for (const [word] of (await response.text().catch(() => '')).matchAll(WORD)) words.add(word)
  })
  return words
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

test.describe('the pseudo-language', () => {
  test('nothing on any page is untranslated or cut off at 1280', async ({ page, novalex }) => {
    const folder = mkdtempSync(join(tmpdir(), 'novalex-language-'))
    const port = await findFreePort()
    const settings = { NOVALEX_LANG: 'xx' }
    const server = await startServer({ databaseUrl: novalex.databaseUrl, port, folder, now: NOW, settings })
    try {
      await signInAs(page.request, server, 'administrator')
      const answered = collectAnswers(page)
      const found: Record<string, string[]> = {}
      for (const [path, open] of [...PLAN, ...RUN, ...SHOP].map((place) => place.split(' '))) {
        await page.goto(`${server.url}/${path}`)
        await page.waitForLoadState('networkidle')
        if (open) await page.keyboard.press(open)
        if (open) await page.getByRole('dialog').waitFor()
        const words = [...(await readWords(page)).matchAll(WORD)].map(([word]) => word)
        const untranslated = words.filter((word) => !COMMON.test(word) && !answered.has(word))
        const faults = [...new Set(untranslated), ...(await findCutTexts(page))]
        if (faults.length > 0) found[`${path} ${open ?? ''}`] = faults
      }
      expect(found).toEqual({})
    } finally {
      await server.stop()
      rmSync(folder, { recursive: true })
    }
  })
})
