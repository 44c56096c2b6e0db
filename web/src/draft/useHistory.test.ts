import { expect, test, vi } from 'vitest'
import { ref } from 'vue'
import { useHistory } from './useHistory.ts'

function createEditing() {
  const value = ref('a')
  const moves = vi.fn()
  const history = useHistory(value, moves)
  const edit = (thought: string | null, next: string) => {
    history.remember(thought)
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

test('what is typed into one field is one step, however long it takes; after leaving it another one begins', () => {
  const { value, edit, rest, undo } = createEditing()
  edit('name', 'ab')
  edit('name', 'abc')
  rest()
  edit('name', 'abcd')
  undo()
  expect(value.value).toBe('abc')
  undo()
  expect(value.value).toBe('a')
})

test('choices are steps of their own, however quickly they follow each other', () => {
  const { value, edit, undo } = createEditing()
  edit(null, 'b')
  edit(null, 'c')
  undo()
  expect(value.value).toBe('b')
})

test('an edit after undo throws the undone away', () => {
  const { edit, undo, canRedo } = createEditing()
  edit('name', 'b')
  undo()
  edit('name', 'c')
  expect(canRedo.value).toBe(false)
})

test('another editing of the same thing takes up the steps of the one before', () => {
  const before = createEditing()
  before.edit(null, 'b')
  before.edit(null, 'c')
  before.undo()
  const after = createEditing()
  after.value.value = 'b'
  after.takeUp(before.steps())
  after.redo()
  expect(after.value.value).toBe('c')
  after.undo()
  after.undo()
  expect(after.value.value).toBe('a')
})
