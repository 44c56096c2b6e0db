import type { PromotionDraft } from '@novalex/contract'
import { useEventListener, useTimeoutFn } from '@vueuse/core'
import type { Promotion } from '@novalex/core'
import { computed, inject, onBeforeUnmount, provide, ref, shallowRef, watch, type InjectionKey } from 'vue'
import { call } from '@/api/call.ts'
import { ApiError } from '@/api/http.ts'
import { createFields, provideFields } from '@/components/fields.ts'
import { useAttempt } from '@/composables/useAttempt.ts'
import { useSaving, type SavingState } from '@/stores/saving.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'
import { clearBackup, readBackup, writeBackup } from './draftBackup.ts'
import { isDirty, isLoaded, proceed, type DraftEvent, type DraftState, type LoadedDraft } from './draftMachine.ts'
import { describeSaving } from './describeSaving.ts'
import { keepSteps, readSteps } from './keptSteps.ts'
import { undoGroupOf } from './undoGroupOf.ts'
import { useHistory } from './useHistory.ts'
import { lengthOf, useReach } from './useReach.ts'

const RETRY_MS = 3000

/** The draft of an edited promotion: saved automatically, undoable, and never overwriting someone else's changes. */
export function usePromotionDraft(id: string) {
  const saving = useSaving()
  const store = useStoreInfo()
  const attempt = useAttempt()
  const state = shallowRef<DraftState>({ state: 'loading' })
  /** As it was when its page was opened. */
  const opened = shallowRef<Promotion | null>(null)
  const isRestored = ref(false)
  const said = shallowRef<SavingState>({ kind: 'quiet' })
  let running: Promise<void> | null = null
  let isLeft = false

  const loaded = computed(() => (isLoaded(state.value) ? state.value : null))
  const loadError = computed(() => (state.value.state === 'unloaded' ? state.value.error : null))
  const draft = computed({
    get: () => loaded.value?.draft ?? null,
    set: (next) => {
      if (next) dispatch({ event: 'changed', draft: next })
    },
  })
  const problems = computed(() => loaded.value?.problems ?? [])
  const { typed, problemsAt, forget } = createFields(problems)
  const reach = useReach(() => {
    if (!draft.value) return null
    const { mechanic, when, schedule } = draft.value
    return { mechanic, when, ...lengthOf(schedule) }
  })
  const history = useHistory(draft, () => {
    typed.clear()
  })
  const due = useTimeoutFn(
    () => {
      dispatch({ event: 'due' })
    },
    () => (state.value.state === 'changed' ? state.value.stillMs : RETRY_MS),
    { immediate: false },
  )

  function dispatch(event: DraftEvent): void {
    const before = state.value
    state.value = proceed(before, event)
    if (state.value === before) return
    said.value = describeSaving(state.value, { event, said: said.value, now: Date.now() + store.clockOffsetMs })
    enter(state.value)
  }

  /** Does what follows from a state that is entered. */
  function enter(now: DraftState): void {
    due.stop()
    if (!isLoaded(now)) return
    if (isDirty(now)) writeBackup(id, { version: now.record.version, draft: now.draft })
    else clearBackup(id)
    if (now.state === 'changed') due.start()
    // Once the page is left, the backup keeps the edits until it is opened again.
    if (now.state === 'away' && !isLeft) due.start()
    if (now.state === 'saving') running ??= send(now.sent, now.record.version)
  }

  async function send(sent: PromotionDraft, version: number): Promise<void> {
    let outcome: DraftEvent
    try {
      const record = await call('updatePromotion', { params: { id }, body: { ...sent, version } })
      keepSteps(id, { ...history.steps(), version: record.version })
      outcome = { event: 'saved', record }
    } catch (thrown) {
      if (!(thrown instanceof ApiError)) throw thrown
      outcome = { event: 'notSaved', error: thrown }
    } finally {
      running = null
    }
    dispatch(outcome)
    if (outcome.event === 'saved' || state.value.state === 'away') void store.refresh()
  }

  async function load(): Promise<void> {
    try {
      const record = await call('getPromotion', { params: { id } })
      opened.value ??= record.promotion
      const steps = readSteps(id, record.version)
      if (steps) history.takeUp(steps)
      dispatch({ event: 'loaded', record, backup: readBackup(id) })
      isRestored.value = isDirty(state.value)
    } catch (thrown) {
      if (!(thrown instanceof ApiError)) throw thrown
      dispatch({ event: 'notLoaded', error: thrown })
    }
  }

  /** Changes some fields; the change is saved once typing rests. */
  function patch(changes: Partial<PromotionDraft>): void {
    if (!draft.value) return
    history.remember(undoGroupOf(draft.value, changes))
    draft.value = { ...draft.value, ...changes }
  }

  /** Saves what is not saved yet; settles once it is, or can't be for now. */
  async function save(): Promise<void> {
    if (running) await running
    dispatch({ event: 'due' })
    if (running) await running
  }

  /** Settles a conflict: the draft that is to be is saved over theirs; undo brings back what was here. */
  function settle(next: PromotionDraft): void {
    if (state.value.state !== 'conflict') return
    history.remember(null)
    dispatch({ event: 'settled', draft: next })
  }

  function bringBack(): Promise<void> {
    return attempt(async () => {
      if (state.value.state !== 'gone') return
      dispatch({
        event: 'restored',
        record: await call('restorePromotion', { params: { id }, query: { version: state.value.deleted } }),
      })
    })
  }

  // What can't be read is told before anything else.
  watch(
    [said, () => typed.size],
    ([told, unreadable]) => {
      saving.state = unreadable > 0 ? { kind: 'refused' } : told
    },
    { flush: 'sync' },
  )
  useEventListener(window, 'beforeunload', (event) => {
    if (isDirty(state.value) || typed.size > 0) event.preventDefault()
  })
  useEventListener(window, 'focusout', history.rest)
  onBeforeUnmount(() => {
    isLeft = true
    void save()
    due.stop()
    saving.state = { kind: 'quiet' }
  })

  return {
    state, loaded, opened, draft, reach, loadError, problems, isRestored, typed,
    load, patch, save, settle, bringBack, forget, problemsAt, undo: history.undo, redo: history.redo, canUndo: history.canUndo, canRedo: history.canRedo,
  } // oxfmt-ignore
}

type PromotionEditing = ReturnType<typeof usePromotionDraft>

const KEY: InjectionKey<PromotionEditing> = Symbol('promotion')

export function providePromotion(editing: PromotionEditing): void {
  provide(KEY, editing)
  provideFields(editing)
}

/** The promotion under edit. Throws outside of a promotion's page, and before the promotion is loaded. */
export function usePromotion() {
  const editing = inject(KEY)
  if (!editing) throw new Error('usePromotion outside of a promotion’s page')
  const loaded = computed((): LoadedDraft => {
    if (!editing.loaded.value) throw new Error('usePromotion before the promotion is loaded')
    return editing.loaded.value
  })
  return {
    ...editing,
    loaded,
    draft: computed(() => loaded.value.draft),
    record: computed(() => loaded.value.record),
  }
}
