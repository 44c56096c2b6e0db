import type { Problem } from '@novalex/core'
import { ref, shallowRef } from 'vue'
import { ApiError } from '@/api/http.ts'
import { createFields, provideFields } from '@/components/fields.ts'
import { explainFailure, explainProblem } from '@/locale/catalogue.ts'

/**
 * The state of a form that is sent as a whole. Problems appear at their fields, and an error that belongs to no field as `refusal`; so do all problems of a form
 * without `hasFields`.
 */
export function useForm({ hasFields = true }: { readonly hasFields?: boolean } = {}) {
  const problems = shallowRef<readonly Problem[]>([])
  const refusal = ref('')
  const isSending = ref(false)
  const fields = createFields(problems)
  provideFields(fields)

  /** Runs `work` and returns whether it succeeded. Skips it while another is running, or while a field holds text that cannot be read. */
  async function submit(work: () => Promise<unknown>): Promise<boolean> {
    if (isSending.value || fields.typed.size > 0) return false
    isSending.value = true
    problems.value = []
    refusal.value = ''
    try {
      await work()
      return true
    } catch (thrown) {
      if (!(thrown instanceof ApiError)) throw thrown
      if (hasFields && thrown.problems.length > 0) problems.value = thrown.problems
      else refusal.value = explainFailure(thrown)
      return false
    } finally {
      isSending.value = false
    }
  }

  function reset(): void {
    fields.typed.clear()
    problems.value = []
    refusal.value = ''
  }

  return {
    refusal,
    isSending,
    submit,
    reset,
    /** Error messages for a field and everything below it. */
    errors: (path: string) => fields.problemsAt(path).map(explainProblem),
    /** Drops what is typed in a field, and below it, that is not shown any more. */
    forget: (path: string) => {
      fields.forget(path)
    },
  }
}
