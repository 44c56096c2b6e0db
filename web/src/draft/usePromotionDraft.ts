import type { PromotionDraft, PromotionRecord } from '@novalex/contract'
import type { Problem, Promotion } from '@novalex/core'
import { computed, inject, onBeforeUnmount, provide, ref, shallowRef, watch, type InjectionKey } from 'vue'
import { api } from '@/api/api.ts'
import { ApiError } from '@/api/http.ts'
import { createFields, provideFields } from '@/components/fields.ts'
import { useSaving } from '@/stores/saving.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'
import { clearBackup, readBackup, writeBackup } from './draftBackup.ts'
import { isSameDraft, toDraft } from './toDraft.ts'
import { keepSteps, readSteps } from './keptSteps.ts'
import { thoughtOf } from './thoughtOf.ts'
import { useHistory } from './useHistory.ts'
import { lengthOf, useReach } from './useReach.ts'

const STILL_MS = 500
const RETRY_MS = 3000

/** A promotion under edit: saved by itself, undone, never lost, never written over somebody else's. */
export function usePromotionDraft(id: string) {
  const saving = useSaving()
  const store = useStoreInfo()
  const record = shallowRef<PromotionRecord | null>(null)
  const draft = ref<PromotionDraft | null>(null)
  /** As it was when its page was opened. */
  const opened = shallowRef<Promotion | null>(null)
  const loadError = shallowRef<ApiError | null>(null)
  const problems = shallowRef<readonly Problem[]>([])
  const conflict = shallowRef<PromotionRecord | null>(null)
  const isGone = ref(false)
  let deletedVersion = 0
  const isRestored = ref(false)
  const { typed, problemsAt, forget } = createFields(problems)
  let timer: ReturnType<typeof setTimeout> | undefined
  let running: Promise<void> | null = null
  let isLeft = false

  const isDirty = computed(
    () => draft.value !== null && record.value !== null && !isSameDraft(draft.value, toDraft(record.value)),
  )
  const reach = useReach(() => {
    if (!draft.value) return null
    const { mechanic, when, schedule } = draft.value
    return { mechanic, when, ...lengthOf(schedule) }
  })
  const history = useHistory(draft, () => {
    typed.clear()
    schedule()
  })

  async function load(): Promise<void> {
    try {
      record.value = await api.getPromotion(id)
      opened.value ??= record.value.promotion
      loadError.value = null
    } catch (thrown) {
      if (!(thrown instanceof ApiError)) throw thrown
      loadError.value = thrown
      return
    }
    draft.value = toDraft(record.value)
    const steps = readSteps(id, record.value.version)
    if (steps) history.takeUp(steps)
    const backup = readBackup(id)
    if (!backup) return
    if (isSameDraft(backup.draft, draft.value)) {
      clearBackup(id)
      return
    }
    const present = record.value
    draft.value = backup.draft
    isRestored.value = true
    if (backup.version !== present.version) conflict.value = present
    else schedule(0)
  }

  /** Changes some fields; the change is saved once typing rests. */
  function patch(changes: Partial<PromotionDraft>): void {
    if (!draft.value) return
    history.remember(thoughtOf(draft.value, changes))
    draft.value = { ...draft.value, ...changes }
    schedule()
  }

  function schedule(ms = STILL_MS): void {
    clearTimeout(timer)
    if (draft.value && record.value) {
      if (isDirty.value) writeBackup(id, { version: record.value.version, draft: draft.value })
      else clearBackup(id)
    }
    timer = setTimeout(() => void save(), ms)
  }

  /** One save at a time; a change during a save is saved after it. */
  async function save(): Promise<void> {
    clearTimeout(timer)
    // Others may have waited for the same one; only the first of them goes on at once.
    while (running) await running
    if (!draft.value || !record.value || conflict.value || isGone.value) return
    if (!isDirty.value) {
      problems.value = []
      if (saving.state.kind === 'refused') saving.state = { kind: 'quiet' }
      return
    }
    running = send(draft.value, record.value.version)
    await running
    running = null
  }

  async function send(sent: PromotionDraft, version: number): Promise<void> {
    saving.state = { kind: 'saving' }
    try {
      record.value = await api.updatePromotion(id, { ...sent, version })
      keepSteps(id, { ...history.steps(), version: record.value.version })
      problems.value = []
      if (isDirty.value) schedule()
      else clearBackup(id)
      saving.state = { kind: 'saved', at: Date.now() + store.clockOffsetMs }
      void store.refresh()
    } catch (thrown) {
      if (!(thrown instanceof ApiError)) throw thrown
      take(thrown)
    }
  }

  function take(error: ApiError): void {
    problems.value = error.problems
    if (error.code === 'invalid-input') saving.state = { kind: 'refused' }
    else if (error.code === 'stale-version') {
      const present = error.facts.present as PromotionRecord
      if (record.value && isSameDraft(toDraft(present), toDraft(record.value))) {
        // Nothing that is edited here has changed, only its place among the others.
        record.value = present
        schedule(0)
        return
      }
      conflict.value = present
      saving.state = { kind: 'conflict' }
    } else if (error.code === 'not-found') {
      isGone.value = true
      deletedVersion = Number(error.facts.version)
      saving.state = { kind: 'conflict' }
    } else {
      saving.state = { kind: 'away' }
      void store.refresh()
      // Once the page is left, the backup keeps the edits until it is opened again.
      if (!isLeft) timer = setTimeout(() => void save(), RETRY_MS)
    }
  }

  /** Settles a conflict: the draft that is to be is saved over theirs; undo brings back what was here. */
  function settle(next: PromotionDraft): void {
    if (!conflict.value) return
    record.value = conflict.value
    history.remember(null)
    draft.value = next
    conflict.value = null
    saving.state = { kind: 'quiet' }
    schedule(0)
  }

  async function bringBack(): Promise<void> {
    record.value = await api.restorePromotion(id, deletedVersion)
    isGone.value = false
    schedule(0)
  }

  function warn(event: BeforeUnloadEvent): void {
    if (isDirty.value || typed.size > 0) event.preventDefault()
  }

  watch(
    () => typed.size,
    (size) => {
      if (size > 0) saving.state = { kind: 'refused' }
      else schedule(0)
    },
  )
  addEventListener('beforeunload', warn)
  addEventListener('focusout', history.rest)
  onBeforeUnmount(() => {
    removeEventListener('beforeunload', warn)
    removeEventListener('focusout', history.rest)
    void save()
    clearTimeout(timer)
    isLeft = true
    saving.state = { kind: 'quiet' }
  })

  return {
    record, opened, draft, reach, loadError, problems, conflict, isGone, isRestored, isDirty, typed,
    load, patch, save, settle, bringBack, forget, problemsAt, undo: history.undo, redo: history.redo, canUndo: history.canUndo, canRedo: history.canRedo,
  } // prettier-ignore
}

export type PromotionEditing = ReturnType<typeof usePromotionDraft>

const KEY: InjectionKey<PromotionEditing> = Symbol('promotion')

export function providePromotion(editing: PromotionEditing): void {
  provide(KEY, editing)
  provideFields(editing)
}

/** The promotion under edit, inside a promotion's page. */
export function usePromotion(): PromotionEditing {
  const editing = inject(KEY)
  if (!editing) throw new Error('usePromotion outside of a promotion’s page')
  return editing
}
