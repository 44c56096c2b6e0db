import { useEventListener } from '@vueuse/core'
import { onScopeDispose, watch } from 'vue'
import { useRouter } from 'vue-router'
import { useMoment } from '@/stores/moment.ts'

/** The instants that a question to the server may name. */
const [EARLIEST, LATEST] = [Date.UTC(1900, 0, 1), Date.UTC(3000, 0, 1)]
const PLAN = /^(working|[1-9]\d{0,8})$/

/**
 * Keeps the chosen moment and plan in the address of every page of the desk, so that a link shows what its sender sees. The address is changed in the
 * browser's history alone: a navigation of the router would call off one that is under way, as where the moment changes and a page is opened at once.
 */
export function useMomentInAddress(): void {
  const router = useRouter()
  const moment = useMoment()
  let isFromHistory = false

  function take(): void {
    const query = new URLSearchParams(window.location.search)
    const at = Date.parse(query.get('at') ?? '')
    const plan = query.get('plan') ?? ''
    if (at >= EARLIEST && at < LATEST) moment.moveTo(at)
    if (PLAN.test(plan)) moment.plan = plan
    const channel = query.get('channel') ?? ''
    if (channel !== '') moment.channel = channel
  }

  function write(): void {
    if (router.currentRoute.value.meta.place !== undefined) return
    const { pathname, searchParams, search, hash } = new URL(window.location.href)
    const at = moment.chosen === null ? null : new Date(moment.chosen).toISOString().replace(/:00\.000Z$/, 'Z')
    const plan = moment.plan === 'working' ? null : moment.plan
    for (const [key, value] of Object.entries({ at, plan, channel: moment.inChannel.channel ?? null })) {
      if (value === null) searchParams.delete(key)
      else if (searchParams.get(key) !== value) searchParams.set(key, value)
    }
    const query = searchParams.size > 0 ? `?${searchParams.toString()}` : ''
    if (query === search) return
    const current = pathname + query + hash
    // The router puts `current` back when it leaves the page.
    window.history.replaceState({ ...(window.history.state as object | null), current }, '', current)
  }

  take()
  useEventListener(window, 'popstate', () => {
    isFromHistory = true
  })
  onScopeDispose(
    router.afterEach(() => {
      if (isFromHistory) take()
      isFromHistory = false
      write()
    }),
  )
  watch([() => moment.chosen, () => moment.plan, () => moment.channel], write)
}
