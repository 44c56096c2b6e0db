<script setup lang="ts">
import { dequal } from 'dequal'
import type { Problem } from '@novalex/core'
import { computed, ref, shallowRef, watch } from 'vue'
import { call } from '@/api/call.ts'
import { ApiError } from '@/api/http.ts'
import TypedField from '@/components/TypedField.vue'
import { createFields, provideFields } from '@/components/fields.ts'
import { text } from '@/locale/en.ts'
import { storeText } from '@/locale/enStore.ts'
import { explainFailure } from '@/locale/problems.ts'
import { useNotice } from '@/stores/notice.ts'
import { useSession } from '@/stores/session.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'
import { listCountries, toId, toOptions, toWays, type Way } from './deliveryTable.ts'

/** The ways of delivery against the countries, each cell a price; kept as a whole. */
const words = storeText
const store = useStoreInfo()
const session = useSession()
const notice = useNotice()
const problems = shallowRef<readonly Problem[]>([])
const fields = createFields(problems)
provideFields(fields)
const ways = ref<Way[]>(toWays(store.delivery))
const countries = ref(listCountries(store.delivery))
const added = ref('')
const refusal = ref('')
const isAllowed = computed(() => session.may('administrator'))
const options = computed(() => toOptions(ways.value, countries.value))
/** What the edits began from, and its version. */
let basis = store.delivery
let version = store.info!.version
const isChanged = computed(() => JSON.stringify(options.value) !== JSON.stringify(store.delivery))
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
/** What can't be read in it goes with it. */
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

// Somebody else changed the store: what nobody edits here follows; an edit of other prices than these is refused when it is kept.
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
</script>

<template>
  <form class="delivery" @submit.prevent="keep">
    <p v-if="ways.length === 0" class="quiet">{{ words.none }}</p>
    <table v-else class="printed">
      <thead>
        <tr>
          <th scope="col">{{ words.name }}</th>
          <th v-for="one in countries" :key="one" scope="col" class="place">
            {{ one }}
            <button
              v-if="isAllowed"
              type="button"
              class="as-link"
              :aria-label="words.removeCountry(one)"
              @click="removeCountry(one)"
            >
              ✕
            </button>
          </th>
          <td />
        </tr>
      </thead>
      <tbody>
        <tr v-for="(way, at) in ways" :key="way.id">
          <td>
            <v-text-field
              :model-value="way.name"
              maxlength="60"
              :readonly="!isAllowed"
              :aria-label="words.nameOf(at)"
              @update:model-value="(name: string) => change(at, { name })"
            />
          </td>
          <td v-for="one in countries" :key="one" class="place">
            <TypedField
              :model-value="way.prices[one] ?? null"
              kind="money"
              optional
              is-named-beside
              :path="`${at}.${one}`"
              :label="words.priceOf(way.name, one)"
              @update:model-value="(price: number | null) => setPrice(at, one, price)"
            />
          </td>
          <td>
            <button
              v-if="isAllowed"
              type="button"
              class="as-link"
              :aria-label="words.removeOption(way.name)"
              @click="removeWay(at)"
            >
              {{ text.common.remove }}
            </button>
          </td>
        </tr>
      </tbody>
    </table>
    <div v-if="isAllowed" class="acts">
      <v-btn size="small" @click="addWay">{{ words.addOption }}</v-btn>
      <v-text-field
        v-model="added"
        class="country"
        maxlength="2"
        :label="words.addCountry"
        :placeholder="words.country"
        :error-messages="country !== '' && country.length === 2 && !isCountry ? words.badCountry : ''"
        @keydown.enter.prevent="addCountry"
      />
      <v-btn size="small" :disabled="!isCountry" @click="addCountry">{{ words.addCountry }}</v-btn>
    </div>
    <p v-if="isChanged && lack" class="quiet">{{ lack }}</p>
    <p v-if="refusal" class="wrong" role="alert">{{ refusal }}</p>
    <div v-if="isAllowed" class="acts">
      <v-btn type="submit" variant="flat" :disabled="!isChanged || lack !== '' || fields.typed.size > 0">{{
        words.save
      }}</v-btn>
      <button v-if="isChanged" type="button" class="as-link" @click="reset">{{ words.reset }}</button>
    </div>
  </form>
</template>

<style scoped>
.delivery {
  display: grid;
  gap: 14px;
  margin-top: 8px;
  max-width: 1020px;
  overflow-x: auto;
}

table.printed td {
  vertical-align: middle;
}

.place {
  min-width: 104px;
  width: 128px;
}

.place .as-link {
  min-width: 24px;
  text-align: center;
  text-decoration: none;
}

.acts {
  align-items: center;
  display: flex;
  gap: 10px;
}

.country {
  flex: 0 0 170px;
}
</style>
