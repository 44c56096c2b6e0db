import { ref } from 'vue'
import { useForm } from '@/components/useForm.ts'
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
  const { refusal, isSending, submit, reset, errors, forget } = useForm()
  const isOpen = ref(known !== null)
  const name = ref(known ?? '')

  async function save(): Promise<void> {
    const kept = name.value.trim()
    if (!(await submit(() => keep(kept)))) return
    isOpen.value = false
    notice.say(saved(kept))
    await store.refresh()
    close()
  }

  function close(): void {
    isOpen.value = false
    reset()
    if (known === null) name.value = ''
    onClosed()
  }

  return { isOpen, name, refusal, isSending, save, close, errors, forget }
}
