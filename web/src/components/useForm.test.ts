import type { Problem } from '@novalex/core'
import { expect, test } from 'vitest'
import { ApiError } from '@/api/http.ts'
import { explainError, explainProblem } from '@/locale/catalogue.ts'
import { withSetup } from '@/testing/withSetup.ts'
import { useForm } from './useForm.ts'

const AT_NAME: Problem = { code: 'required', path: 'name', facts: {} }
const AT_LENGTH: Problem = { code: 'required', path: 'pattern.length', facts: {} }
const invalid = (...problems: Problem[]) =>
  new ApiError('invalid-input', { code: 'invalid-input', requestId: 'r1', problems })
const refuse = (error: unknown) => () => Promise.reject(error as Error)
const start = (given?: Parameters<typeof useForm>[0]) => withSetup(() => useForm(given)).result

test('a problem stands at its field and at those around it, and goes with the next attempt', async () => {
  const form = start()
  expect(await form.submit(refuse(invalid(AT_NAME, AT_LENGTH)))).toBe(false)
  expect(form.errors('name')).toEqual([explainProblem(AT_NAME)])
  expect(form.errors('pattern')).toEqual([explainProblem(AT_LENGTH)])
  expect([form.errors('names'), form.refusal.value]).toEqual([[], ''])
  expect(await form.submit(() => Promise.resolve())).toBe(true)
  expect(form.errors('name')).toEqual([])
})

test('an error of no field stands below the form until the next attempt or a reset', async () => {
  const form = start()
  const away = new ApiError('unreachable')
  await form.submit(refuse(away))
  expect(form.refusal.value).toBe(explainError(away))
  form.reset()
  expect(form.refusal.value).toBe('')
  await form.submit(refuse(away))
  await form.submit(() => Promise.resolve())
  expect(form.refusal.value).toBe('')
})

test('a form whose fields show no problems says the first below them', async () => {
  const form = start({ hasFields: false })
  await form.submit(refuse(invalid(AT_NAME, AT_LENGTH)))
  expect([form.refusal.value, form.errors('name')]).toEqual([explainProblem(AT_NAME), []])
})

test('sends once, however often it is asked to while an answer is awaited', async () => {
  const form = start()
  let sent = 0
  let answer: () => void = () => undefined
  const work = () =>
    new Promise<void>((resolve) => {
      sent += 1
      answer = resolve
    })
  const first = form.submit(work)
  expect([await form.submit(work), form.isSending.value, sent]).toEqual([false, true, 1])
  answer()
  expect([await first, form.isSending.value]).toEqual([true, false])
})

test('a mistake in the program is thrown, and the form can be sent again', async () => {
  const form = start()
  await expect(form.submit(refuse(new TypeError('a mistake')))).rejects.toThrow('a mistake')
  expect(form.isSending.value).toBe(false)
})
