<script setup lang="ts">
import { computed, reactive } from 'vue'
import TypedField from '@/components/TypedField.vue'
import { provideFields } from '@/components/fields.ts'
import { text, storeText } from '@/locale/catalogue.ts'
import { useSession } from '@/stores/session.ts'
import { useDeliveryTable } from './useDeliveryTable.ts'

/** The ways of delivery against the countries, each cell a price; kept as a whole. */
const words = storeText
const session = useSession()
const isAllowed = computed(() => session.may('administrator'))
const table = reactive(useDeliveryTable())
provideFields(table.fields)
</script>

<template>
  <form class="delivery" @submit.prevent="table.keep">
    <p v-if="table.ways.length === 0" class="quiet">{{ words.none }}</p>
    <table v-else class="printed">
      <thead>
        <tr>
          <th scope="col">{{ words.name }}</th>
          <th v-for="one in table.countries" :key="one" scope="col" class="place">
            {{ one }}
            <button
              v-if="isAllowed"
              type="button"
              class="as-link"
              :aria-label="words.removeCountry(one)"
              @click="table.removeCountry(one)"
            >
              ✕
            </button>
          </th>
          <td />
        </tr>
      </thead>
      <tbody>
        <tr v-for="(way, at) in table.ways" :key="way.id">
          <td>
            <v-text-field
              :model-value="way.name"
              maxlength="60"
              :readonly="!isAllowed"
              :aria-label="words.nameOf(at)"
              @update:model-value="(name: string) => table.change(at, { name })"
            />
          </td>
          <td v-for="one in table.countries" :key="one" class="place">
            <TypedField
              :model-value="way.prices[one] ?? null"
              kind="money"
              optional
              is-named-beside
              :path="`${at}.${one}`"
              :label="words.priceOf(way.name, one)"
              @update:model-value="(price: number | null) => table.setPrice(at, one, price)"
            />
          </td>
          <td>
            <button
              v-if="isAllowed"
              type="button"
              class="as-link"
              :aria-label="words.removeOption(way.name)"
              @click="table.removeWay(at)"
            >
              {{ text.common.remove }}
            </button>
          </td>
        </tr>
      </tbody>
    </table>
    <div v-if="isAllowed" class="acts">
      <v-btn size="small" @click="table.addWay">{{ words.addOption }}</v-btn>
      <v-text-field
        v-model="table.added"
        class="country"
        maxlength="2"
        :label="words.addCountry"
        :placeholder="words.country"
        :error-messages="table.country.length === 2 && !table.isCountry ? words.badCountry : ''"
        @keydown.enter.prevent="table.addCountry"
      />
      <v-btn size="small" :disabled="!table.isCountry" @click="table.addCountry">{{ words.addCountry }}</v-btn>
    </div>
    <p v-if="table.isChanged && table.lack" class="quiet">{{ table.lack }}</p>
    <p v-if="table.refusal" class="wrong" role="alert">{{ table.refusal }}</p>
    <div v-if="isAllowed" class="acts">
      <v-btn
        type="submit"
        variant="flat"
        :disabled="!table.isChanged || table.lack !== '' || table.fields.typed.size > 0"
        >{{ words.save }}</v-btn
      >
      <button v-if="table.isChanged" type="button" class="as-link" @click="table.reset">{{ words.reset }}</button>
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
