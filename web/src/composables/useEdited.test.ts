import { effectScope, nextTick, ref, shallowRef } from 'vue'
import { expect, test } from 'vitest'
import { useEdited } from './useEdited.ts'

/** An editor of a list whose prop follows only once the page has rendered, as on a slow machine. */
function createEditor(takes: (next: readonly number[]) => readonly number[] = (next) => next) {
  const owner = shallowRef<readonly number[]>([1, 1, 1])
  const prop = shallowRef(owner.value)
  const { latest, change } = effectScope().run(() =>
    useEdited(
      () => prop.value,
      (next) => {
        owner.value = takes(next)
      },
    ),
  )!
  const type = (at: number, value: number) => {
    change(latest().with(at, value))
  }
  return { owner, type, latest, render: () => (prop.value = owner.value) }
}

test('edits that come before the page has rendered again are all kept', () => {
  const { owner, type } = createEditor()
  type(0, 50)
  type(1, 20)
  type(2, 10)
  expect(owner.value).toEqual([50, 20, 10])
})

test('what the owner does not take is not built on', async () => {
  const { owner, type, render } = createEditor((next) => next.map((one) => Math.min(one, 9)))
  type(0, 50)
  render()
  type(1, 2)
  expect(owner.value).toEqual([9, 2, 1])
  const refusing = createEditor(() => [1, 1, 1])
  refusing.type(0, 50)
  await nextTick()
  expect(refusing.latest()).toEqual([1, 1, 1])
})

test('a prop that changes from outside is what the next edit begins from', () => {
  const prop = ref(1)
  const { latest, change } = effectScope().run(() =>
    useEdited(
      () => prop.value,
      () => undefined,
    ),
  )!
  change(5)
  prop.value = 7
  expect(latest()).toBe(7)
})
