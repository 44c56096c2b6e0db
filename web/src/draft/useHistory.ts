import { computed, shallowRef, type Ref } from 'vue'

const MAX_STEPS = 100

/** The steps of an editing, oldest first. */
export interface Steps<T> {
  readonly past: readonly T[]
  readonly future: readonly T[]
}

/** Undo and again for a value that is replaced, never changed in place: one step for each thought. */
export function useHistory<T>(current: Ref<T>, onMove: () => void) {
  const past = shallowRef<readonly T[]>([])
  const future = shallowRef<readonly T[]>([])
  let last: string | null = null

  /**
   * Call before a change. Changes of one thought (what is typed into one field) name it and are one step; a choice or a drag names none and is one by
   * itself.
   */
  function remember(thought: string | null): void {
    const isSame = thought !== null && thought === last
    last = thought
    future.value = []
    if (!isSame) past.value = [...past.value, current.value].slice(-MAX_STEPS)
  }

  /** The thought is finished: what comes next is another one, even in the same place. */
  function rest(): void {
    last = null
  }

  function move(from: Ref<readonly T[]>, to: Ref<readonly T[]>): void {
    const step = from.value.at(-1)
    if (step === undefined) return
    from.value = from.value.slice(0, -1)
    to.value = [...to.value, current.value]
    current.value = step
    rest()
    onMove()
  }

  /** Takes up what an earlier editing left. */
  function takeUp(steps: Steps<T>): void {
    past.value = steps.past
    future.value = steps.future
    rest()
  }

  return {
    remember,
    rest,
    takeUp,
    steps: (): Steps<T> => ({ past: past.value, future: future.value }),
    undo: () => {
      move(past, future)
    },
    redo: () => {
      move(future, past)
    },
    canUndo: computed(() => past.value.length > 0),
    canRedo: computed(() => future.value.length > 0),
  }
}
