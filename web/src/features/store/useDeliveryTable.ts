import type { Problem } from '@novalex/core'
import { dequal } from 'dequal'
import { computed, ref, shallowRef, watch } from 'vue'
import { call } from '@/api/call.ts'
import { ApiError } from '@/api/http.ts'
import { createFields } from '@/components/fields.ts'
import { storeText, explainFailure } from '@/locale/catalogue.ts'
import { useNotice } from '@/stores/notice.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'
import { listCountries, toId, toOptions, toWays, type Way } from './deliveryTable.ts'

const words = storeText

/** The delivery options under edit, as a table of options and countries that is saved as a whole. */
export function useDeliveryTable() {
  const store = useStoreInfo()
  const notice = useNotice()
  const problems = shallowRef<readonly Problem[]>([])
  const fields = createFields(problems)
  const ways = ref<Way[]>(toWays(store.delivery))
  const countries = ref(listCountries(store.delivery))
  const added = ref('')
  const refusal = ref('')
  const options = computed(() => toOptions(ways.value, countries.value))
  /** Base of the edits, and its version. */
  let basis = store.delivery
  let version = store.info!.version
  const isChanged = computed(() => !dequal(options.value, store.delivery))
  const country = computed(() => added.value.trim().toUpperCase())
  const isCountry = computed(() => /^[A-Z]{2}$/.test(country.value) && !countries.value.includes(country.value))
  const lack = computed(() => {
    if (options.value.some(({ name }) => name === '')) return words.nameless
    const nowhere = options.value.find(({ prices }) => prices.length === 0)
    return nowhere ? words.nowhere(nowhere.name) : ''
  })

  function change(at: number, changes: Partial<Way>): void {
    ways.value = ways.value.map((way, index) => (index === at ? { ...way, ...changes } : way))
  }
  const setPrice = (at: number, to: string, price: number | null) => {
    change(at, { prices: { ...ways.value[at]!.prices, [to]: price } })
  }
  function addWay(): void {
    const taken = ways.value.map(({ id }) => id)
    ways.value = [...ways.value, { id: toId('', taken), name: '', prices: {} }]
  }
  function addCountry(): void {
    if (!isCountry.value) return
    countries.value = [...countries.value, country.value]
    added.value = ''
  }
  /** Its unreadable input is dropped with it. */
  function removeWay(at: number): void {
    ways.value = ways.value.filter((_way, index) => index !== at)
    fields.typed.clear()
  }
  function removeCountry(gone: string): void {
    countries.value = countries.value.filter((one) => one !== gone)
    for (const at of ways.value.keys()) fields.forget(`${at}.${gone}`)
  }

  async function keep(): Promise<void> {
    if (fields.typed.size > 0 || lack.value) return
    const kept = new Set(store.delivery.map(({ id }) => id))
    // Rules name a way by its id, so one that is kept keeps it; a new one is called after its name.
    const taken = [...kept]
    const named = options.value.map((option) => {
      if (kept.has(option.id)) return option
      const id = toId(option.name, taken)
      taken.push(id)
      return { ...option, id }
    })
    refusal.value = ''
    try {
      await call('saveDelivery', { body: { options: named, version } })
      notice.say(words.saved)
      await store.refresh()
    } catch (thrown) {
      if (!(thrown instanceof ApiError)) throw thrown
      problems.value = thrown.problems
      refusal.value = explainFailure(thrown)
    }
  }

  // Someone else changed the store: what nobody edits here follows; an edit of other prices than these is refused when it is kept.
  watch(
    () => store.info,
    () => {
      if (dequal(options.value, basis)) reset()
      else if (dequal(store.delivery, basis)) version = store.info!.version
    },
  )

  function reset(): void {
    basis = store.delivery
    version = store.info!.version
    ways.value = toWays(store.delivery)
    countries.value = listCountries(store.delivery)
    fields.typed.clear()
    refusal.value = ''
  }

  return {
    ways,
    countries,
    fields,
    added,
    country,
    isCountry,
    isChanged,
    lack,
    refusal,
    change,
    setPrice,
    addWay,
    addCountry,
    removeWay,
    removeCountry,
    keep,
    reset,
  }
}
