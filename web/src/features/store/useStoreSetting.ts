import type { StoreAnswer } from '@novalex/contract'
import { dequal } from 'dequal'
import { computed, ref, watch } from 'vue'
import { ApiError } from '@/api/http.ts'
import { explainFailure } from '@/locale/catalogue.ts'
import { useNotice } from '@/stores/notice.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'
import { toId } from '@/composables/toId.ts'

/** What tells one setting of the store from another. */
export interface StoreSetting<T> {
  /** The setting as the store holds it. */
  readonly saved: (info: StoreAnswer) => T
  /** The setting as it stands on the screen. */
  readonly edited: () => T
  /** Takes what the store holds onto the screen. */
  readonly show: (saved: T) => void
  /** Saves the edits over the given version of the store; throws `ApiError`. */
  readonly write: (version: number) => Promise<unknown>
  readonly said: string
}

/**
 * A setting of the store that is edited here and saved as a whole. A change by someone else shows while nothing is
 * edited here; an edit goes on over changes of other settings, and is refused over one of the same.
 */
export function useStoreSetting<T>(setting: StoreSetting<T>) {
  const store = useStoreInfo()
  const notice = useNotice()
  const refusal = ref('')
  const saved = () => setting.saved(store.info!)
  /** What the edits started from, and the version of the store that held it. */
  let basis = saved()
  let version = store.info!.version
  const isChanged = computed(() => !dequal(setting.edited(), saved()))

  function startFrom(): void {
    basis = saved()
    version = store.info!.version
  }
  function reset(): void {
    startFrom()
    setting.show(basis)
    refusal.value = ''
  }

  /** Returns the refusal, if any, which `refusal` says too. */
  async function save(): Promise<ApiError | null> {
    refusal.value = ''
    const sent = setting.edited()
    try {
      await setting.write(version)
    } catch (thrown) {
      if (!(thrown instanceof ApiError)) throw thrown
      refusal.value = explainFailure(thrown)
      // So that discarding the edits shows what stands in their way.
      if (thrown.code === 'stale-version') await store.refresh()
      return thrown
    }
    notice.say(setting.said)
    await store.refresh()
    // What was typed since goes on from what was saved.
    if (dequal(setting.edited(), sent)) reset()
    else startFrom()
    return null
  }

  watch(
    () => store.info,
    () => {
      if (dequal(saved(), basis)) version = store.info!.version
      else if (dequal(setting.edited(), basis)) reset()
    },
  )

  return { isChanged, refusal, reset, save }
}

/** Rules name an entry of a setting by its id, so one that is saved keeps it; a new one is called after its name. */
export function nameNew<T extends { readonly id: string; readonly name: string }>(
  edited: readonly T[],
  saved: readonly { readonly id: string }[],
): T[] {
  const taken = saved.map(({ id }) => id)
  const known = new Set(taken)
  return edited.map((one) => {
    if (known.has(one.id)) return one
    const id = toId(one.name, taken)
    taken.push(id)
    return { ...one, id }
  })
}
