import type { DeliveryOption } from '@novalex/contract'
import type { Problem } from '@novalex/core'
import { computed, ref, shallowRef } from 'vue'
import { call } from '@/api/call.ts'
import { createFields } from '@/components/fields.ts'
import { storeText } from '@/locale/catalogue.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'
import { toId } from '@/composables/toId.ts'
import { listCountries, toOptions, toWays, type Way } from './deliveryTable.ts'
import { nameNew, useStoreSetting } from './useStoreSetting.ts'

const words = storeText

/** The delivery options under edit, as a table of options and countries that is saved as a whole. */
export function useDeliveryTable() {
  const store = useStoreInfo()
  const problems = shallowRef<readonly Problem[]>([])
  const fields = createFields(problems)
  const ways = ref<Way[]>(toWays(store.delivery))
  const countries = ref(listCountries(store.delivery))
  const added = ref('')
  const options = computed(() => toOptions(ways.value, countries.value))
  const setting = useStoreSetting<readonly DeliveryOption[]>({
    saved: ({ delivery }) => delivery,
    edited: () => options.value,
    show: (saved) => {
      ways.value = toWays(saved)
      countries.value = listCountries(saved)
      fields.typed.clear()
    },
    write: (version) => call('saveDelivery', { body: { options: nameNew(options.value, store.delivery), version } }),
    said: words.saved,
  })
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
    const refused = await setting.save()
    if (refused) problems.value = refused.problems
  }

  return {
    ways,
    countries,
    fields,
    added,
    country,
    isCountry,
    isChanged: setting.isChanged,
    lack,
    refusal: setting.refusal,
    change,
    setPrice,
    addWay,
    addCountry,
    removeWay,
    removeCountry,
    keep,
    reset: setting.reset,
  }
}
