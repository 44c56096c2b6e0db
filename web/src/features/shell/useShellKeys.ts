import { useEventListener } from '@vueuse/core'
import { useRouter } from 'vue-router'
import { useNewPromotion } from '@/stores/newPromotion.ts'
import { useMoment } from '@/stores/moment.ts'
import { useGoToDialog } from './useGoToDialog.ts'
import { useKeysDialog } from './useKeysDialog.ts'

const PAGES: Readonly<Record<string, string>> = {
  t: '/today',
  c: '/calendar',
  o: '/promotions',
  p: '/products',
  f: '/findings',
  r: '/releases',
  d: '/orders',
  s: '/shop',
}
const GO_TIMEOUT_MS = 1500

/** The keys that work on every screen: Ctrl K always, the others except while typing. */
export function useShellKeys(): void {
  const router = useRouter()
  const moment = useMoment()
  const keys = useKeysDialog()
  const goTo = useGoToDialog()
  const planning = useNewPromotion()
  let goUntil = 0

  const actions: Readonly<Record<string, () => void>> = {
    '?': keys.open,
    ',': () => {
      if (moment.previous) moment.moveTo(moment.previous.at)
    },
    '.': () => {
      if (moment.next) moment.moveTo(moment.next.at)
    },
    n: () => {
      moment.moveTo(null)
    },
    '+': () => {
      void router.push('/promotions').then(() => (planning.isOpen.value = true))
    },
    t: () => document.querySelector<HTMLInputElement>('[data-till] input')?.focus(),
    '/': () => document.querySelector<HTMLInputElement>('[data-search] input')?.focus(),
    g: () => {
      goUntil = performance.now() + GO_TIMEOUT_MS
    },
  }

  function onKey(event: KeyboardEvent): void {
    if ((event.ctrlKey || event.metaKey) && !event.altKey && event.key.toLowerCase() === 'k') {
      event.preventDefault()
      goTo.open()
      return
    }
    if (event.ctrlKey || event.metaKey || event.altKey || isTyping(event.target)) return
    const page = performance.now() < goUntil ? PAGES[event.key] : undefined
    const action = page === undefined ? actions[event.key] : () => void router.push(page)
    if (!action) return
    event.preventDefault()
    if (page !== undefined) goUntil = 0
    action()
  }

  useEventListener(window, 'keydown', onKey)
}

function isTyping(target: EventTarget | null): boolean {
  return (
    target instanceof HTMLElement &&
    (target.matches('input, textarea, select, [role="slider"]') || target.isContentEditable)
  )
}
