import type { Problem } from '@novalex/core'
import { ref, shallowRef } from 'vue'
import { ApiError } from '@/api/http.ts'
import { explainError, explainProblem } from '@/locale/problems.ts'

/** Sends a form: what is refused stands at its place, the rest under it. */
export function useRefusal() {
  const problems = shallowRef<readonly Problem[]>([])
  const refusal = ref('')
  const isSending = ref(false)

  /** Whether it went through. */
  async function send(work: () => Promise<unknown>): Promise<boolean> {
    if (isSending.value) return false
    isSending.value = true
    problems.value = []
    refusal.value = ''
    try {
      await work()
      return true
    } catch (thrown) {
      if (!(thrown instanceof ApiError)) throw thrown
      problems.value = thrown.problems
      if (thrown.problems.length === 0) refusal.value = explainError(thrown)
      return false
    } finally {
      isSending.value = false
    }
  }

  /** What is wrong at a place, as a field shows it. */
  const at = (path: string) => problems.value.filter((problem) => problem.path === path).map(explainProblem)
  function clear(): void {
    problems.value = []
    refusal.value = ''
  }
  return { problems, refusal, isSending, send, at, clear }
}
