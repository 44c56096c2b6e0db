import { createStore } from '@novalex/core/testing'
import { expect, test } from 'vitest'
import { ApiError } from '@/api/http.ts'
import { findingText as words, explainProblem } from '@/locale/catalogue.ts'
import '@/testing/journey/matchers.ts'
import { mount } from '@/testing/mount.ts'
import { stubServer } from '@/testing/stubServer.ts'
import SetAsideDialog from './SetAsideDialog.vue'

test('a reason that is refused is explained in the dialog, which has no place of its own for it', async () => {
  const problem = { code: 'required' as const, path: 'why', facts: {} }
  stubServer({
    getStore: () => ({
      store: createStore(),
      locale: 'en-GB',
      delivery: [],
      channels: [],
      now: '2027-03-08T09:00:00Z',
      release: null,
    }),
    dismissFinding: () => {
      throw new ApiError('invalid-input', { code: 'invalid-input', requestId: 'r1', problems: [problem] })
    },
  })
  const { screen, unmount } = mount(SetAsideDialog, { id: 'f1', sentence: 'A finding.' })
  await screen.getByRole('button', { name: words.setAside }).click()
  await screen.getByLabel(words.why, { exact: true }).fill('meant')
  await screen.getByRole('button', { name: words.setAsideAct, exact: true }).click()
  await expect(screen.locator('p[role=alert]')).toHaveText(explainProblem(problem))
  unmount()
})
