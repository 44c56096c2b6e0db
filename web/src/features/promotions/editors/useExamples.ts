import type { Product } from '@novalex/core'
import { computed, shallowRef, toRaw, watch } from 'vue'
import { usePromotion } from '@/draft/usePromotionDraft.ts'
import { toPromotion } from '@/draft/toDraft.ts'
import { useCounts } from '@/stores/counts.ts'
import { useMoment } from '@/stores/moment.ts'
import { useNames } from '@/stores/names.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'
import { getWorker, plain, useTillPlan } from '@/stores/tillPlan.ts'
import type { ShownExamples } from '@/workers/tillPricing.ts'

const NOBODY = { lines: [], codes: [], delivery: null, shopper: null }

/**
 * The promotion under edit in carts of its own products: priced by the till's worker in the plan that the till has, as sold so far, when it runs and for
 * someone who qualifies.
 */
export function useExamples() {
  const { draft, record, reach } = usePromotion()
  const store = useStoreInfo()
  const moment = useMoment()
  const names = useNames()
  const counts = useCounts()
  const remote = getWorker()
  const plan = useTillPlan()
  const found = shallowRef<ShownExamples | null>(null)
  let latest = 0

  const products = computed<Product[]>(() => {
    const all = (reach.value?.reaches ?? []).flatMap(({ sample }) => sample)
    const beside = reach.value?.beside ?? []
    return [...new Map([...all, ...beside].map((product) => [product.sku, product])).values()]
  })
  const edited = computed(() => toPromotion(record.value, draft.value))
  watch(products, (known) => {
    names.learnProducts(known)
  })
  watch(
    [() => plan.planLoaded, products, edited, () => moment.instant, () => moment.channel, () => counts.facts],
    async () => {
      if (plan.planLoaded === 0 || products.value.length === 0) return
      const asking = ++latest
      const own = plain(edited.value)
      const answer = await remote.examples({
        products: plain(products.value.map((product) => toRaw(product))),
        cart: { ...NOBODY, channel: moment.channel },
        isFitted: true,
        isMoved: moment.isMoved,
        facts: plain(counts.facts),
        codes: {},
        now: moment.instant,
        delivery: plain(store.delivery),
        edited: own,
        opened: own,
      })
      if (asking === latest) found.value = answer
    },
    { immediate: true },
  )
  const nameOf = (sku: string) =>
    products.value.find((product) => product.sku === sku)?.name ?? names.names.product(sku)
  return { found, nameOf }
}
