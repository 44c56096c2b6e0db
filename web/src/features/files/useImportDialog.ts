import { firstOf } from '@novalex/core'
import type { ImportKind, ImportStatus } from '@novalex/contract'
import { computed, ref, watch, type Ref } from 'vue'
import { useImport } from './useImport.ts'

/** A dialog that takes one file at a time of some kinds, closes once a file is written, and forgets when it is closed. */
export function useImportDialog(
  kinds: readonly ImportKind[],
  { isOpen, onDone }: { readonly isOpen: Ref<boolean>; readonly onDone: (status: ImportStatus) => void },
) {
  const kind = ref<ImportKind>(firstOf(kinds))
  const file = useImport()
  const { status, send, reset } = file
  /** Whether something in the file would change anything. */
  const isReady = computed(() => status.value?.state === 'ready' && status.value.added + status.value.changed > 0)
  /** Rows of a refused file that can be taken without the others. */
  const goodRows = computed(() => (status.value?.state === 'refused' ? status.value.goodRows : 0))

  /** Takes the file of an input, which then can choose the same one again. */
  function choose(input: { files: ArrayLike<File> | null; value: string }): void {
    const chosen = input.files?.[0]
    input.value = ''
    if (chosen) void send(kind.value, chosen)
  }

  watch(kind, reset)
  watch(
    () => status.value?.state,
    (state) => {
      if (state !== 'done') return
      onDone(status.value!)
      isOpen.value = false
    },
  )
  watch(isOpen, (open) => {
    if (!open) reset()
  })
  return { ...file, kind, isReady, goodRows, choose }
}
