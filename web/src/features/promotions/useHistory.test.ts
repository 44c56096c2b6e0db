import { afterEach, beforeEach, expect, test, vi } from 'vitest'
import { ref } from 'vue'
import { useHistory } from './useHistory.ts'

beforeEach(() => {
  vi.useFakeTimers()
})
afterEach(() => {
  vi.useRealTimers()
})

function createEditing() {
  const value = ref('a')
  const moves = vi.fn()
  const history = useHistory(value, moves)
  const edit = (field: string, next: string) => {
    vi.advanceTimersByTime(100)
    history.remember(field)
    value.value = next
  }
  return { value, moves, edit, ...history }
}

test('undo and again, each edit a step', () => {
  const { value, edit, undo, redo, canUndo, canRedo, moves } = createEditing()
  edit('name', 'b')
  edit('note', 'c')
  undo()
  expect(value.value).toBe('b')
  undo()
  expect([value.value, canUndo.value, canRedo.value]).toEqual(['a', false, true])
  redo()
  redo()
  expect([value.value, canRedo.value]).toEqual(['c', false])
  redo()
  expect(moves).toHaveBeenCalledTimes(4)
})

test('quick edits of one field are one step, slow ones are not', () => {
  const { value, edit, undo } = createEditing()
  edit('name', 'ab')
  edit('name', 'abc')
  vi.advanceTimersByTime(5000)
  edit('name', 'abcd')
  undo()
  expect(value.value).toBe('abc')
  undo()
  expect(value.value).toBe('a')
})

test('an edit after undo throws the undone away', () => {
  const { edit, undo, canRedo } = createEditing()
  edit('name', 'b')
  undo()
  edit('name', 'c')
  expect(canRedo.value).toBe(false)
})
