import { computed, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { useMoment } from '@/stores/moment.ts'

const PLAN = /^(working|[1-9]\d{0,8})$/

/** Keeps the chosen moment and plan in the address of every page of the desk, so that a link shows what its sender sees. */
export function useMomentInAddress(): void {
  const route = useRoute()
  const router = useRouter()
  const moment = useMoment()
  const wanted = computed(() => ({
    at: moment.chosen === null ? undefined : new Date(moment.chosen).toISOString().replace(/:00\.000Z$/, 'Z'),
    plan: moment.plan === 'working' ? undefined : moment.plan,
  }))

  function take(): void {
    const { at, plan } = route.query
    if (typeof at === 'string' && Number.isFinite(Date.parse(at))) moment.moveTo(Date.parse(at))
    if (typeof plan === 'string' && PLAN.test(plan)) moment.plan = plan
  }
  function write(): void {
    const { at, plan } = wanted.value
    if (route.meta.place !== undefined || (route.query.at === at && route.query.plan === plan)) return
    void router.replace({ query: { ...route.query, at, plan }, hash: route.hash })
  }

  take()
  watch(
    () => [route.path, route.query.at, route.query.plan],
    () => {
      take()
      write()
    },
  )
  watch(wanted, write)
}
