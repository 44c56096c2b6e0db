<script setup lang="ts">
import type { Receipt } from '@novalex/core'
import { formatMoney } from '@novalex/words'
import { proofText } from '@/locale/catalogue.ts'

/** An order on a strip of paper: its lines, what was taken off, and the whole. */
defineProps<{ title: string; receipt: Receipt }>()
const words = proofText.testCarts
</script>

<template>
  <div class="strip">
    <p class="quiet title">{{ title }}</p>
    <p v-for="(line, index) in receipt.lines" :key="index" class="row">
      <span>{{ line.quantity }} × {{ line.name }}</span>
      <i />
      <span v-if="line.total < line.regular" class="struck money">{{ formatMoney(line.regular) }}</span>
      <span class="money">{{ formatMoney(line.total) }}</span>
    </p>
    <p v-if="receipt.delivery > 0" class="row">
      <span>{{ words.delivery }}</span> <i /> <span class="money">{{ formatMoney(receipt.delivery) }}</span>
    </p>
    <p v-if="receipt.surcharges > 0" class="row">
      <span>{{ words.surcharges }}</span> <i /> <span class="money">{{ formatMoney(receipt.surcharges) }}</span>
    </p>
    <p v-for="one in receipt.reductions" :key="one.promotion" class="row saves">
      <span>{{ one.promotion }}</span> <i /> <span class="money">{{ formatMoney(-one.amount) }}</span>
    </p>
    <p class="row total">
      <strong>{{ words.toPay }}</strong> <i /> <strong class="money">{{ formatMoney(receipt.grand) }}</strong>
    </p>
  </div>
</template>

<style scoped>
.strip {
  background: var(--sheet);
  border: 1px solid var(--line);
  font-size: 13px;
  padding: 10px 14px;
  width: 300px;
}

.title {
  font-size: 12.5px;
  font-weight: 500;
  margin-bottom: 4px;
}

.row {
  align-items: baseline;
  display: flex;
  gap: 0 6px;
}

.row > :first-child {
  min-width: 0;
  overflow-wrap: anywhere;
}

.row > .money {
  flex: none;
}

.row i {
  border-bottom: 1px dotted var(--quiet);
  flex: 1 1 8px;
  min-width: 8px;
}

.total {
  border-top: 1px solid var(--ink);
  margin-top: 6px;
  padding-top: 4px;
}

.total i {
  border: 0;
}
</style>
