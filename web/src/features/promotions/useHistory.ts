import { computed, shallowRef, type Ref } from 'vue'

const MAX_STEPS = 100
/** Edits of the same field in quick succession are one step. */
const SAME_STEP_MS = 1200

/** Undo and again for a value that is replaced, never changed in place. */
export function useHistory<T>(current: Ref<T>, onMove: () => void) {
  const past = shallowRef<readonly T[]>([])
  const future = shallowRef<readonly T[]>([])
  let last = { field: '', at: 0 }

  /** Call before a change of the field. */
  function remember(field: string): void {
    const at = Date.now()
    const isSameStep = field === last.field && at - last.at < SAME_STEP_MS
    last = { field, at }
    future.value = []
    if (!isSameStep) past.value = [...past.value, current.value].slice(-MAX_STEPS)
  }

  function move(from: Ref<readonly T[]>, to: Ref<readonly T[]>): void {
    const step = from.value.at(-1)
    if (step === undefined) return
    from.value = from.value.slice(0, -1)
    to.value = [...to.value, current.value]
    current.value = step
    last = { field: '', at: 0 }
    onMove()
  }

  return {
    remember,
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
