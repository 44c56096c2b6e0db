<script setup lang="ts">
import { definitionOf, type Promotion } from '@novalex/core'
import { formatMoney, type Names } from '@novalex/words'
import { shopText, planningText, describeShopOffer, describeShopValue } from '@/locale/catalogue.ts'
import { computed } from 'vue'
import { labelOfOffer } from '@/locale/describeDisplay.ts'

/** An offer on a product page: its title, what it gives, and its steps as a table. */
const {
  promotion,
  names,
  goods = {},
  isCodeShown = false,
} = defineProps<{
  promotion: Pick<Promotion, 'mechanic' | 'when' | 'display'> & {
    readonly left?: { left: number; of: number } | null
    readonly members?: string | null
    readonly code?: string | null
  }
  names: Names
  /** Names of the products that it names, by SKU. */
  goods?: Readonly<Record<string, string>>
  /** Whether its code is said, where it does not stand beside it. */
  isCodeShown?: boolean
}>()

const words = planningText.display
const sentence = computed(() =>
  describeShopOffer(promotion, { ...names, product: (sku) => goods[sku] ?? names.product(sku) }),
)
const label = computed(() => labelOfOffer(promotion))
const steps = computed(() => {
  const { mechanic, display } = promotion
  const tiers = definitionOf(mechanic).tiers?.(mechanic) ?? []
  if (display?.breaks === false || tiers.length < 2) return null
  const isUnits = definitionOf(mechanic).needs(mechanic)[0]!.units !== undefined
  const rows = tiers.map(({ from, value }, index) => {
    const next = tiers[index + 1]
    const range = isUnits
      ? next
        ? next.from - 1 > from
          ? `${from}–${next.from - 1}`
          : `${from}`
        : `${from}+`
      : formatMoney(from)
    return { range, reward: describeShopValue(value) }
  })
  return { head: isUnits ? words.steps.units : words.steps.money, rows }
})
</script>

<template>
  <div class="offer">
    <p>
      <strong v-if="promotion.display?.title">{{ promotion.display.title }}</strong>
      <span v-if="label" class="label">{{ label }}</span>
    </p>
    <p v-if="promotion.members && promotion.display?.description">{{ promotion.members }}</p>
    <p v-if="promotion.display?.description">{{ promotion.display.description }}</p>
    <p v-else-if="!steps || !promotion.display?.title">{{ sentence }}</p>
    <p v-if="promotion.code && isCodeShown" class="quiet">{{ shopText.withCode(promotion.code) }}</p>
    <p v-if="promotion.left" class="left">{{ shopText.leftOffer(promotion.left) }}</p>
    <table v-if="steps" class="steps">
      <thead>
        <tr>
          <th scope="col">{{ steps.head }}</th>
          <th scope="col">{{ words.steps.reward }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="row in steps.rows" :key="row.range">
          <td>{{ row.range }}</td>
          <td>{{ row.reward }}</td>
        </tr>
      </tbody>
    </table>
  </div>
</template>

<style scoped>
.offer {
  display: grid;
  gap: 4px;
}

.offer p:empty {
  display: none;
}

.left {
  font-size: 13px;
  font-weight: 650;
}

.label {
  border: 1px solid var(--saves);
  color: var(--saves);
  font-size: 12.5px;
  margin-left: 6px;
  padding: 0 6px;
}

.steps {
  border-collapse: collapse;
  font-variant-numeric: tabular-nums;
  justify-self: start;
}

.steps th {
  color: var(--quiet);
  font-size: 12.5px;
  font-weight: 400;
  text-align: left;
}

.steps th,
.steps td {
  border-bottom: 1px solid var(--line);
  padding: 3px 22px 3px 0;
}
</style>
