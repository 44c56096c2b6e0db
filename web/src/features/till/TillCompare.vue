<script setup lang="ts">
import PaperReceipt from '@/features/testCarts/PaperReceipt.vue'
import { text } from '@/locale/catalogue.ts'
import type { TillAnswer } from '@/workers/tillPricing.ts'
import { useTillCart } from './useTill.ts'

/** The same cart with the promotion as it was when its page was opened, and as it stands now. */
defineProps<{ receipts: TillAnswer['receipts'] }>()
const till = useTillCart()
const words = text.till
</script>

<template>
  <div>
    <button
      type="button"
      class="as-link"
      :aria-expanded="till.isComparing"
      @click="till.isComparing = !till.isComparing"
    >
      {{ words.compare }}
    </button>
    <p v-if="till.isComparing && !receipts" class="quiet">{{ words.sameBoth }}</p>
    <div v-else-if="till.isComparing && receipts" class="both">
      <PaperReceipt :title="words.asOpened" :receipt="receipts.before" />
      <PaperReceipt :title="words.asNow" :receipt="receipts.after" />
    </div>
  </div>
</template>

<style scoped>
.both {
  display: grid;
  gap: 8px;
  margin-top: 6px;
}

.both > * {
  padding: 8px 9px;
  width: auto;
}
</style>
