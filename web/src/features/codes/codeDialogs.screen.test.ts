import type { CodeBatch, CodePage, PromotionRecord } from '@novalex/contract'
import { createStore } from '@novalex/core/testing'
import { afterEach, expect, test } from 'vitest'
import type { Component } from 'vue'
import { ApiError } from '@/api/http.ts'
import { sellingText } from '@/locale/catalogue.ts'
import '@/testing/journey/matchers.ts'
import { mount } from '@/testing/mount.ts'
import { stubServer } from '@/testing/stubServer.ts'
import BatchDialog from './BatchDialog.vue'
import HandOutDialog from './HandOutDialog.vue'

const words = sellingText.codes.page
let unmount: () => void = () => undefined
afterEach(() => {
  unmount()
})

/** A server that keeps what it is sent, or refuses it once. */
function start(component: Component, props: Readonly<Record<string, unknown>>) {
  const refusals: ApiError[] = []
  const keep = () => {
    const refusal = refusals.pop()
    if (refusal) throw refusal
    return {}
  }
  const asked = stubServer({
    getStore: () => ({
      store: createStore(),
      locale: 'en-GB',
      delivery: [],
      channels: [],
      now: '2027-03-08T09:00:00Z',
      release: null,
    }),
    createCodeBatch: keep,
    createCodePage: keep,
    updateCodePage: keep,
  })
  const mounted = mount(component, props)
  ;({ unmount } = mounted)
  const { screen } = mounted
  const field = (name: string) => screen.getByLabel(name, { exact: true })
  const press = (name: string | RegExp) => screen.getByRole('button', { name }).click()
  return { asked, refusals, screen, field, press }
}

const startBatch = (batches: readonly Partial<CodeBatch>[] = []) =>
  start(BatchDialog, { promotion: 'p1', name: 'Spring', batches })
const AGE = { id: 'h1', title: 'Old', slug: 'old', text: '', promotion: 'p1', wording: 'I agree.', version: 3 }
const startPage = (page: Partial<CodePage> | null = null) =>
  start(HandOutDialog, { page, coded: [{ promotion: { id: 'p1', name: 'Spring' } }] as PromotionRecord[] })

test('a batch begins as the last one was, and is asked for as it stands in the form', async () => {
  const { asked, field, press, screen } = startBatch([{ prefix: 'MAY', length: 9 }, { prefix: 'OLD' }])
  await press('Generate codes…')
  await expect(field('Prefix')).toHaveValue('MAY')
  await expect(field('Batch name')).toHaveValue('Batch 3')
  await field('Prefix').fill('june 7-')
  await field('Number of codes').fill('250')
  await press(/^Generate codes$/)
  await expect(screen.getByRole('dialog')).toHaveCount(0)
  const pattern = { prefix: 'JUNE7', length: 9 }
  expect(asked.of('createCodeBatch').map(({ body }) => body)).toEqual([
    { promotion: 'p1', name: 'Batch 3', count: 250, pattern },
  ])
})

test.each(['1.5', '1,000', 'many', '-3', ''])(
  '“%s” is no number of codes: said at its place, nothing sent',
  async (given) => {
    const { asked, field, press, screen } = startBatch()
    await press('Generate codes…')
    await field('Number of codes').fill(given)
    const sentence = given === '' ? /Required/ : `“${given}” is not a whole number.`
    await expect(screen.getByText(sentence)).toBeVisible()
    await press(/^Generate codes$/)
    await expect(field('Number of codes')).toHaveValue(given)
    expect(asked.of('createCodeBatch')).toEqual([])
  },
)

test('what the server refuses stands at its field, and the form stays', async () => {
  const { asked, refusals, field, press, screen } = startBatch()
  const problem = { code: 'guessable' as const, path: 'pattern.length', facts: { given: 5, min: 7 } }
  refusals.push(new ApiError('invalid-input', { code: 'invalid-input', requestId: 'r1', problems: [problem] }))
  await press('Generate codes…')
  await field('Length after prefix').fill('5')
  await press(/^Generate codes$/)
  await expect(screen.getByText(/Use 7 or more/)).toBeVisible()
  await field('Length after prefix').fill('7')
  await press(/^Generate codes$/)
  await expect(screen.getByRole('dialog')).toHaveCount(0)
  expect(asked.of('createCodeBatch')).toHaveLength(2)
})

test('a page’s address follows its title until it is typed', async () => {
  const { asked, field, press, screen } = startPage()
  await press('New page')
  await field(words.titleField).fill('Spring code')
  await expect(field(words.slug)).toHaveValue('spring-code')
  await field(words.slug).fill('Mine')
  await field(words.titleField).fill('Spring code for all')
  await expect(field(words.slug)).toHaveValue('Mine')
  await field(words.wording).fill('I agree.')
  await press(words.save)
  await expect(screen.getByRole('dialog')).toHaveCount(0)
  expect(asked.of('createCodePage')[0]!.body).toMatchObject({ slug: 'mine', title: 'Spring code for all', most: null })
})

test('a limit that is no number is not taken for no limit', async () => {
  const { asked, field, press, screen } = startPage({ ...AGE, most: 50 })
  await press(words.edit)
  const most = field(words.most)
  await expect(most).toHaveValue('50')
  await most.fill('5o')
  await press(words.save)
  await expect(screen.getByText(/“5o” is not a whole number/)).toBeVisible()
  expect(asked.of('updateCodePage')).toEqual([])
  await most.fill('60')
  await press(words.save)
  await expect(screen.getByRole('dialog')).toHaveCount(0)
  expect(asked.of('updateCodePage')[0]!.body).toMatchObject({ most: 60, version: 3 })
})
