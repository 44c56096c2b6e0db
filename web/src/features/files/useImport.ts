import type { ImportKind, ImportStatus } from '@novalex/contract'
import { computed, onBeforeUnmount, ref, shallowRef } from 'vue'
import { api } from '@/api/api.ts'
import { ApiError } from '@/api/http.ts'

const ASK_AGAIN_MS = 250

/** A file on its way in: sent, read, looked at, accepted, written. */
export function useImport() {
  const status = shallowRef<ImportStatus | null>(null)
  const error = shallowRef<ApiError | null>(null)
  const isSending = ref(false)
  /** The file was compared anew after it had been accepted, because the products had changed. */
  const isAgain = ref(false)
  let timer: ReturnType<typeof setTimeout>

  const isBusy = computed(
    () => isSending.value || status.value?.state === 'reading' || status.value?.state === 'writing',
  )

  async function attempt(work: () => Promise<ImportStatus>): Promise<void> {
    error.value = null
    try {
      follow(await work())
    } catch (thrown) {
      if (!(thrown instanceof ApiError)) throw thrown
      error.value = thrown
    }
  }

  function follow(next: ImportStatus): void {
    const wasWriting = status.value?.state === 'writing'
    if (wasWriting && next.state === 'ready') isAgain.value = true
    status.value = next
    if (next.state === 'reading' || next.state === 'writing') timer = setTimeout(() => void ask(next.id), ASK_AGAIN_MS)
  }

  const ask = (id: string) => attempt(() => api.getImport(id))

  async function send(kind: ImportKind, file: File): Promise<void> {
    reset()
    isSending.value = true
    await attempt(() => api.startImport(kind, file))
    isSending.value = false
  }

  async function accept(rows: 'all' | 'good'): Promise<void> {
    isAgain.value = false
    if (status.value) await attempt(() => api.acceptImport(status.value!.id, rows))
  }

  /** Forgets the file; one that was not accepted is thrown away. */
  function reset(): void {
    clearTimeout(timer)
    const { id, state } = status.value ?? {}
    if (id && (state === 'ready' || state === 'refused')) void api.removeImport(id).catch(() => undefined)
    status.value = null
    error.value = null
    isAgain.value = false
  }

  onBeforeUnmount(() => {
    clearTimeout(timer)
  })
  return { status, error, isSending, isAgain, isBusy, send, accept, reset }
}
