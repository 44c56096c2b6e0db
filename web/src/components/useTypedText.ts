import { placeProblem, type Fault } from '@novalex/core'
import { computed, ref, watch } from 'vue'
import { explainProblem } from '@/locale/catalogue.ts'
import { useFields } from './fields.ts'

/** A field whose text is read as it is typed. */
interface Reading {
  /** Path of the value; unreadable text is kept under it. */
  readonly path: () => string
  /** The value as the field shows it while nobody types. */
  readonly written: () => string
  /** Parses a text and applies its value, or returns the problem. */
  readonly parse: (text: string) => (() => void) | Fault
}

/** The text of such a field: what can't be read stays in it with what is wrong and changes nothing; what was taken is written our way once the field is left. */
export function useTypedText({ path, written, parse }: Reading) {
  const { typed } = useFields()
  const shown = ref('')
  const isFocused = ref(false)

  function show(): void {
    shown.value = typed.get(path())?.text ?? written()
  }
  watch(
    [written, () => typed.size, path],
    () => {
      if (!isFocused.value) show()
    },
    { immediate: true },
  )

  function read(text: string): void {
    shown.value = text
    const take = parse(text)
    if (typeof take !== 'function') {
      typed.set(path(), { text, problem: placeProblem(take, path()) })
      return
    }
    typed.delete(path())
    take()
  }
  function onFocus(): void {
    isFocused.value = true
  }
  function onBlur(): void {
    isFocused.value = false
    show()
  }
  /** Problem of the text, as a sentence. */
  const unread = computed(() => {
    const problem = typed.get(path())?.problem
    return problem ? [explainProblem(problem)] : []
  })
  return { shown, unread, isFocused, read, show, onFocus, onBlur }
}
