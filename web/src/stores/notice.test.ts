import { createPinia, setActivePinia } from 'pinia'
import { afterEach, beforeEach, expect, test, vi } from 'vitest'
import { useNotice } from './notice.ts'

beforeEach(() => {
  vi.useFakeTimers()
  setActivePinia(createPinia())
})
afterEach(() => {
  vi.useRealTimers()
})
const pass = (ms: number) => vi.advanceTimersByTime(ms)

test('a notice goes after its time', () => {
  const notice = useNotice()
  notice.say('Saved.')
  pass(7999)
  expect(notice.notice?.text).toBe('Saved.')
  pass(1)
  expect(notice.notice).toBeNull()
})

test('one that replaces another, or says the same again, has its whole time', () => {
  const notice = useNotice()
  notice.say('Saved.')
  pass(6000)
  notice.say('Saved.')
  pass(6000)
  expect(notice.notice?.text).toBe('Saved.')
  pass(2000)
  expect(notice.notice).toBeNull()
})

test('what went wrong stays until somebody closes it', () => {
  const notice = useNotice()
  notice.say('Saved.')
  pass(1000)
  notice.complain('The server can’t be reached.')
  pass(100_000)
  expect(notice.notice?.kind).toBe('wrong')
  notice.close()
  expect(notice.notice).toBeNull()
})

test('what it offers is done once, and may say something of its own', () => {
  const notice = useNotice()
  const undo = vi.fn(() => {
    notice.say('Undone.')
  })
  notice.say('Deleted.', { label: 'Undo', run: undo })
  notice.act()
  expect(notice.notice?.text).toBe('Undone.')
  notice.act()
  expect(undo).toHaveBeenCalledTimes(1)
  expect(notice.notice).toBeNull()
})
