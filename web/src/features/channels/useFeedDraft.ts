import { SHOP_CHANNEL, type FeedDraft, type FeedRecord } from '@novalex/contract'
import { FIRST_COLUMNS } from '@novalex/core'
import { StorageSerializers, useSessionStorage } from '@vueuse/core'
import { dequal } from 'dequal'
import { computed, shallowRef, watch } from 'vue'

const FIRST: FeedDraft = {
  name: '',
  channel: SHOP_CHANNEL,
  format: 'csv',
  daysAhead: 14,
  link: null,
  columns: [...FIRST_COLUMNS.plain],
}

interface Edits {
  readonly draft: FeedDraft
  /** What they started from, and its version; 0 of a new feed. */
  readonly basis: FeedDraft
  readonly version: number
}

/**
 * A feed under edit. What is not saved stays in this window's storage, and comes back with the page. What someone else saves shows unless there are
 * edits, which saving is then refused for. `id`: `new`, or that of a feed; `saved`: the feed as it is stored, once known.
 */
export function useFeedDraft(id: string, saved: () => FeedRecord | null) {
  const kept = useSessionStorage<Edits | null>(`novalex.feed.${id}`, null, { serializer: StorageSerializers.object })
  const isRestored = kept.value !== null
  const edits = shallowRef<Edits | null>(kept.value)
  const draft = computed(() => edits.value?.draft ?? null)
  const version = computed(() => edits.value?.version ?? 0)
  const isEdited = computed(() => edits.value !== null && !dequal(edits.value.draft, edits.value.basis))

  function show({ id: _id, version: present, ...feed }: FeedRecord): void {
    edits.value = { draft: feed, basis: feed, version: present }
    kept.value = null
  }
  function reset(): void {
    const stored = saved()
    if (stored) show(stored)
    else if (id === 'new') show({ id, ...FIRST, version: 0 })
  }
  function patch(changes: Partial<FeedDraft>): void {
    edits.value = { ...edits.value!, draft: { ...edits.value!.draft, ...changes } }
    kept.value = edits.value
  }
  watch(
    saved,
    () => {
      if (!isEdited.value) reset()
    },
    { immediate: true },
  )
  return { draft, version, isEdited, isRestored, patch, reset, show }
}
