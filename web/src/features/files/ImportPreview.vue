<script setup lang="ts">
import type { ImportStatus } from '@novalex/contract'
import { formatFigure, formatNumber } from '@novalex/words'
import { filesText as words } from '@/locale/catalogue.ts'

const SHOWN_NAMES = 20
defineProps<{ status: ImportStatus }>()
/** Some of them, and how many more there are. */
function sayNames(names: readonly string[], all: number): string {
  const shown = names.slice(0, SHOWN_NAMES)
  const more = all - shown.length
  return shown.join(' · ') + (more > 0 ? ` · ${words.andMore(formatNumber(more))}` : '')
}
</script>

<template>
  <p>
    <strong>{{ status.state === 'refused' ? words.withoutThem : status.fileName }}</strong>
  </p>
  <p v-if="status.added + status.changed === 0">{{ words.nothing }}</p>
  <dl>
    <dt>{{ words.kinds[status.kind].added }}</dt>
    <dd class="money">{{ formatNumber(status.added) }}</dd>
    <dt>{{ words.kinds[status.kind].changed }}</dt>
    <dd class="money">{{ formatNumber(status.changed) }}</dd>
    <dt>{{ words.unchanged }}</dt>
    <dd class="money">{{ formatNumber(status.unchanged) }}</dd>
  </dl>
  <template v-if="status.newProducts.length > 0">
    <h3>{{ words.newProducts }}</h3>
    <p class="names">{{ sayNames(status.newProducts, status.added) }}</p>
  </template>
  <template v-if="status.newCategories.length > 0">
    <h3>{{ words.newCategories }}</h3>
    <p>{{ status.newCategories.join(' · ') }}</p>
  </template>
  <template v-if="status.promotions.length > 0">
    <h3>{{ words.promotions }} ({{ formatNumber(status.added + status.changed) }})</h3>
    <table class="printed">
      <tbody>
        <tr v-for="(promotion, at) in status.promotions" :key="at">
          <td>{{ promotion.name }}</td>
          <td class="quiet">
            {{ promotion.isNew ? words.newPromotion : promotion.columns.join(', ') || words.changedPromotion }}
          </td>
        </tr>
      </tbody>
    </table>
    <p v-if="status.added + status.changed > status.promotions.length" class="quiet">
      {{ words.firstOf(formatNumber(status.promotions.length), formatNumber(status.added + status.changed)) }}
    </p>
  </template>
  <template v-if="status.priceChangeCount > 0">
    <h3>{{ words.priceChanges }} ({{ formatNumber(status.priceChangeCount) }})</h3>
    <table class="printed">
      <tbody>
        <tr v-for="change in status.priceChanges" :key="change.sku">
          <td>{{ change.name }} <span class="quiet">{{ change.sku }}</span></td>
          <td class="number struck">{{ formatFigure(change.before) }}</td>
          <td class="number">{{ formatFigure(change.after) }}</td>
        </tr>
      </tbody>
    </table>
    <p v-if="status.priceChangeCount > status.priceChanges.length" class="quiet">
      {{ words.firstOf(formatNumber(status.priceChanges.length), formatNumber(status.priceChangeCount)) }}
    </p>
  </template>
</template>

<style scoped>
dl {
  display: grid;
  gap: 2px 14px;
  grid-template-columns: max-content max-content;
  margin: 8px 0 14px;
}

dd {
  font-weight: 650;
}

h3 {
  margin: 12px 0 4px;
}
</style>
