<script setup lang="ts">
import { computed } from 'vue'
import TypedField from '@/components/TypedField.vue'
import { provideFields } from '@/components/fields.ts'
import { text } from '@/locale/en.ts'
import { storeText } from '@/locale/enStore.ts'
import { useSession } from '@/stores/session.ts'
import { useDeliveryTable } from './useDeliveryTable.ts'

/** The ways of delivery against the countries, each cell a price; kept as a whole. */
const words = storeText
const session = useSession()
const isAllowed = computed(() => session.may('administrator'))
const {
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
} = useDeliveryTable()
provideFields(fields)
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
