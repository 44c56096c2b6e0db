import { afterEach, beforeEach, expect, test, vi } from 'vitest'
import { createRest } from './createRest.ts'

beforeEach(() => {
  vi.useFakeTimers()
})
afterEach(() => {
  vi.useRealTimers()
})

function watch() {
  const started: string[] = []
  return { started, rest: createRest((subject) => started.push(subject)) }
}

test('a subject that nobody edited starts at once, one that was edited after a rest', () => {
  const { started, rest } = watch()
  rest.startSoon('working', '1')
  vi.advanceTimersByTime(1)
  expect(started).toEqual(['working'])
  rest.startSoon('working', '1')
  vi.advanceTimersByTime(1)
  expect(started).toHaveLength(2)
  rest.startSoon('working', '2')
  vi.advanceTimersByTime(1499)
  expect(started).toHaveLength(2)
  vi.advanceTimersByTime(1)
  expect(started).toHaveLength(3)
})

test('what was noted counts as seen', () => {
  const { started, rest } = watch()
  rest.note('working', '1')
  rest.startSoon('working', '2')
  vi.advanceTimersByTime(1499)
  expect(started).toEqual([])
})

test('a burst of edits starts once, and who asks again without an edit delays nothing', () => {
  const { started, rest } = watch()
  rest.note('working', '0')
  for (let edit = 1; edit <= 5; edit++) {
    rest.startSoon('working', String(edit))
    vi.advanceTimersByTime(1000)
    rest.startSoon('working', String(edit))
    expect(started).toEqual([])
  }
  vi.advanceTimersByTime(500)
  expect(started).toEqual(['working'])
})

test('continuous edits delay the start by ten seconds at most, for each subject separately', () => {
  const { started, rest } = watch()
  rest.note('working', '0')
  for (let edit = 1; edit <= 10; edit++) {
    rest.startSoon('working', String(edit))
    vi.advanceTimersByTime(1000)
    if (edit === 2) rest.startSoon('7', '0')
  }
  expect(started).toEqual(['7', 'working'])
})
