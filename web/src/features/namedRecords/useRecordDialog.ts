import type { Problem } from '@novalex/core'
import { ref, shallowRef } from 'vue'
import { ApiError } from '@/api/http.ts'
import { createFields, provideFields } from '@/components/fields.ts'
import { explainFailure, explainProblem } from '@/locale/problems.ts'
import { useNotice } from '@/stores/notice.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'

interface RecordDialog {
  /** The name of the one that is changed; null makes a new one. */
  readonly known: string | null
  /** Keeps what is in the form under this name. */
  readonly keep: (name: string) => Promise<unknown>
  readonly saved: (name: string) => string
  /** After it was closed; a new one begins from nothing again. */
  readonly onClosed: () => void
}

/** The form of a small record with a name, such as a product set or an occasion. */
export function useRecordDialog({ known, keep, saved, onClosed }: RecordDialog) {
  const store = useStoreInfo()
  const notice = useNotice()
  const isOpen = ref(known !== null)
  const name = ref(known ?? '')
  const problems = shallowRef<readonly Problem[]>([])
  const refusal = ref('')
  const fields = createFields(problems)
  provideFields(fields)

  /** Keeps it, unless something is typed that is no value; what the server refuses is said, and the form stays. */
  async function save(): Promise<void> {
    if (fields.typed.size > 0) return
    refusal.value = ''
    const kept = name.value.trim()
    try {
      await keep(kept)
      isOpen.value = false
      notice.say(saved(kept))
      await store.refresh()
      close()
    } catch (thrown) {
      if (!(thrown instanceof ApiError)) throw thrown
      problems.value = thrown.problems
      if (thrown.problems.length === 0) refusal.value = explainFailure(thrown)
    }
  }

  function close(): void {
    isOpen.value = false
    fields.typed.clear()
    problems.value = []
    if (known === null) name.value = ''
    onClosed()
  }

  return {
    isOpen,
    name,
    refusal,
    save,
    close,
    errors: (path: string) => fields.problemsAt(path).map(explainProblem),
    /** Drops what is typed in a field, and below it, that is not shown any more. */
    forget: (path: string) => {
      fields.forget(path)
    },
  }
}
