import type { ImportKind, ImportStatus, ReadRequest } from '@novalex/contract'
import { useQueryClient } from '@tanstack/vue-query'
import { computed, ref, shallowRef, watch } from 'vue'
import { startImport } from '@/api/files.ts'
import { call } from '@/api/call.ts'
import { ApiError } from '@/api/http.ts'
import { toQuery, useAnswer } from '@/api/useAnswer.ts'

const ASK_AGAIN_MS = 250

/** A file on its way in: sent, read, looked at, accepted, written. */
export function useImport() {
  const client = useQueryClient()
  const id = ref<string | null>(null)
  const refused = shallowRef<ApiError | null>(null)
  const isSending = ref(false)
  /** The file was compared anew after it had been accepted, because the products had changed. */
  const isAgain = ref(false)
  /** Whether the server reads or writes it. */
  const isAtWork = ref(false)
  const asked = useAnswer('getImport', () => (id.value === null ? null : { params: { id: id.value } }), {
    refetchInterval: () => isAtWork.value && ASK_AGAIN_MS,
  })
  const status = computed((): ImportStatus | null => (id.value === null ? null : (asked.data.value ?? null)))
  const error = computed(() => refused.value ?? asked.error.value)
  const isBusy = computed(() => isSending.value || isAtWork.value)
  watch(status, (next, before) => {
    isAtWork.value = next?.state === 'reading' || next?.state === 'writing'
    if (before?.state === 'writing' && next?.state === 'ready') isAgain.value = true
  })

  async function attempt(work: () => Promise<ImportStatus>): Promise<void> {
    refused.value = null
    try {
      const next = await work()
      client.setQueryData(toQuery('getImport', { params: { id: next.id } }).queryKey, next)
      id.value = next.id
    } catch (thrown) {
      if (!(thrown instanceof ApiError)) throw thrown
      refused.value = thrown
    }
  }

  async function send(kind: ImportKind, file: File): Promise<void> {
    reset()
    isSending.value = true
    await attempt(() => startImport(kind, file))
    isSending.value = false
  }

  /** Has the file read again: what its heads mean, and how its days are written. */
  async function readAgain(asked: ReadRequest): Promise<void> {
    if (status.value) await attempt(() => call('readImport', { params: { id: status.value!.id }, body: asked }))
  }

  async function accept(rows: 'all' | 'good'): Promise<void> {
    isAgain.value = false
    if (status.value) await attempt(() => call('acceptImport', { params: { id: status.value!.id }, body: { rows } }))
  }

  /** Forgets the file; one that was not accepted is thrown away. */
  function reset(): void {
    const { id: known, state } = status.value ?? {}
    if (known && (state === 'ready' || state === 'refused'))
      void call('removeImport', { params: { id: known } }).catch(() => undefined)
    id.value = null
    refused.value = null
    isAgain.value = false
  }

  return { status, error, isSending, isAgain, isBusy, send, readAgain, accept, reset }
}
