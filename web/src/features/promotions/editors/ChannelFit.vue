<script setup lang="ts">
import type { FitAnswer } from '@novalex/contract'
import { computed, ref } from 'vue'
import { channelText, describeBroken, ruleName, startSentence } from '@/locale/catalogue.ts'
import { formatInstant, formatMoney } from '@novalex/words'
import { useMoment } from '@/stores/moment.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'

/** What a partner's rules make of a promotion: one line, the times, and product by product what does not fit. */
const { fit, names, isTarget, leftOut, mayLeaveOut } = defineProps<{
  fit: FitAnswer
  /** Of other promotions, by id. */
  names: Readonly<Record<string, string>>
  isTarget: boolean
  leftOut: number
  mayLeaveOut: boolean
}>()
const emit = defineEmits<{ leaveOut: []; putBack: [] }>()

const words = channelText.section
const store = useStoreInfo()
const moment = useMoment()
const called = computed(() => ({ zone: store.zone, promotion: (id: string) => names[id] ?? id }))
const refused = computed(() => fit.products - fit.accepted)
const isRefused = computed(() => fit.issues.some(({ severity }) => severity === 'refused'))
const whole = computed(() => fit.issues.filter(({ products }) => products === null))
const summed = computed(() => fit.issues.filter(({ products }) => products !== null))

const FIRST_ROWS = 8
const isWhole = ref(false)
const rows = computed(() => (isWhole.value ? fit.rows : fit.rows.slice(0, FIRST_ROWS)))

const headline = computed(() => {
  if (fit.products === 0) return words.noProducts
  if (refused.value > 0) return words.partly(fit.accepted, fit.products)
  if (isRefused.value) return words.refused
  return fit.issues.length > 0 ? words.warned : words.fits(fit.products)
})
const when = (at: string) => formatInstant(Date.parse(at), { zone: store.zone, year: false })
const times = computed(() => {
  const { submitBy, locksAt, rulesFrom } = fit
  const late = submitBy !== null && Date.parse(submitBy) < moment.now
  return [
    submitBy === null ? '' : late ? words.submitLate(when(submitBy)) : words.submitBy(when(submitBy)),
    locksAt === null ? '' : words.locks(when(locksAt)),
    rulesFrom === null ? words.noRules : words.rules(rulesFrom),
  ].filter(Boolean)
})
</script>

<template>
  <div class="fit" :class="{ plain: !isTarget }">
    <p>
      <strong :class="isRefused ? 'wrong' : 'saves'">{{ headline }}</strong>
      <span v-if="leftOut > 0">
        · {{ words.leftOut(leftOut) }}
        <button type="button" class="as-link" @click="emit('putBack')">{{ words.putBack }}</button>
      </span>
    </p>
    <ul v-if="fit.issues.length > 0">
      <li v-for="{ rule, facts } in whole" :key="rule">
        {{ ruleName(rule) }}: {{ describeBroken(rule, facts, called) }}
      </li>
      <li v-for="{ rule, products } in summed" :key="rule">{{ words.with(ruleName(rule), products ?? 0) }}</li>
    </ul>
    <template v-if="isTarget">
      <p class="quiet">{{ times.join(' · ') }}</p>
      <p class="quiet">{{ words.shownAs(fit.title) }}</p>
      <p v-if="!fit.isPriced" class="quiet">{{ words.notPriced }}</p>
      <p v-if="refused > 0">
        <v-btn v-if="mayLeaveOut" size="small" @click="emit('leaveOut')">{{ words.leaveOut(refused) }}</v-btn>
        <span v-else class="quiet">{{ words.wholeCart }}</span>
      </p>
      <table v-if="fit.rows.length > 0" class="printed">
        <thead>
          <tr>
            <th scope="col">{{ words.columns.product }}</th>
            <th scope="col" class="number">{{ words.columns.regular }}</th>
            <th scope="col" class="number">{{ words.columns.price }}</th>
            <th scope="col">{{ words.columns.why }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="row in rows" :key="row.sku">
            <td>
              <router-link :to="`/products/${encodeURIComponent(row.sku)}`">{{ row.name }}</router-link>
            </td>
            <td class="number">{{ formatMoney(row.regular) }}</td>
            <td class="number">{{ fit.isPriced ? formatMoney(row.price) : '' }}</td>
            <td>
              <div
                v-for="{ rule, facts, severity } in row.issues"
                :key="rule"
                :class="{ quiet: severity === 'warned' }"
              >
                {{ startSentence(describeBroken(rule, facts, called)) }}
              </div>
            </td>
          </tr>
        </tbody>
      </table>
      <p v-if="rows.length < fit.flagged">
        <button v-if="rows.length < fit.rows.length" type="button" class="as-link" @click="isWhole = true">
          {{ words.showAll }}
        </button>
        <span v-else class="quiet">{{ words.more(fit.flagged - rows.length) }}</span>
      </p>
    </template>
  </div>
</template>

<style scoped>
.fit {
  display: grid;
  gap: 4px;
  overflow-wrap: anywhere;
  padding-left: 34px;
}

ul {
  margin: 0;
  padding-left: 18px;
}

.plain {
  color: var(--quiet);
}

.plain strong {
  font-weight: 550;
}
</style>
