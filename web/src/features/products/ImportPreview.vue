<script setup lang="ts">
import type { ImportStatus } from '@novalex/contract'
import { formatAmount } from '@novalex/core'
import { text } from '@/locale/en.ts'

defineProps<{ status: ImportStatus }>()
const count = (value: number) => value.toLocaleString('en-GB')
</script>

<template>
  <p>
    <strong>{{ status.fileName }}</strong>
  </p>
  <p v-if="status.added + status.changed === 0">{{ text.import.nothing }}</p>
  <dl>
    <dd class="money">{{ count(status.added) }}</dd>
    <dt>{{ text.import.kinds[status.kind].added }}</dt>
    <dd class="money">{{ count(status.changed) }}</dd>
    <dt>{{ text.import.kinds[status.kind].changed }}</dt>
    <dd class="money">{{ count(status.unchanged) }}</dd>
    <dt>{{ text.import.unchanged }}</dt>
  </dl>
  <template v-if="status.newCategories.length > 0">
    <h3>{{ text.import.newCategories }}</h3>
    <p>{{ status.newCategories.join(' · ') }}</p>
  </template>
  <template v-if="status.priceChangeCount > 0">
    <h3>{{ text.import.priceChanges }} ({{ count(status.priceChangeCount) }})</h3>
    <table class="printed">
      <tbody>
        <tr v-for="change in status.priceChanges" :key="change.sku">
          <td>
            {{ change.name }} <span class="quiet">{{ change.sku }}</span>
          </td>
          <td class="number struck">{{ formatAmount(change.before) }}</td>
          <td class="number">{{ formatAmount(change.after) }}</td>
        </tr>
      </tbody>
    </table>
    <p v-if="status.priceChangeCount > status.priceChanges.length" class="quiet">
      {{ text.import.firstOf(count(status.priceChanges.length), count(status.priceChangeCount)) }}
    </p>
  </template>
</template>

<style scoped>
dl {
  display: grid;
  gap: 2px 10px;
  grid-template-columns: max-content 1fr;
  margin: 8px 0 14px;
}

dd {
  font-weight: 650;
}

h3 {
  margin: 12px 0 4px;
}
</style>
