import { ApiError } from '@/api/http.ts'
import { explainFailure } from '@/locale/catalogue.ts'
import { useNotice } from '@/stores/notice.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'

/** Carries a change of the plan out; what could not be done is said, and what shows the plan is brought up to date either way. */
export function useAttempt(): (work: () => Promise<unknown>) => Promise<void> {
  const notice = useNotice()
  const store = useStoreInfo()
  return async (work) => {
    try {
      await work()
    } catch (thrown) {
      if (!(thrown instanceof ApiError)) throw thrown
      notice.complain(explainFailure(thrown))
    }
    await store.refresh()
  }
}
