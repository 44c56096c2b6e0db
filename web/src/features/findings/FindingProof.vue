<script setup lang="ts">
import type { FindingAnswer } from '@novalex/contract'
import { toLocal } from '@novalex/core'
import { computed } from 'vue'
import { useRouter } from 'vue-router'
import { findingText as words } from '@/locale/enFindings.ts'
import { formatEnd, formatInstant, formatMoney } from '@/locale/format.ts'
import { useMoment } from '@/stores/moment.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'
import ProofCart from './ProofCart.vue'

/** What a finding can be checked by: an order on paper, a moment, or a stretch of a product's prices. */
const { finding, names } = defineProps<{ finding: FindingAnswer; names: Readonly<Record<string, string>> }>()

const store = useStoreInfo()
const moment = useMoment()
const router = useRouter()
const proof = computed(() => finding.proof)
const when = (at: string) => formatInstant(Date.parse(at), { zone: store.zone, year: false })
const until = (at: string | null) => (at === null ? '' : ` – ${formatEnd(toLocal(Date.parse(at), store.zone))}`)

function goTo(at: string): void {
  moment.moveTo(Date.parse(at))
}

async function showPrices(sku: string, from: string): Promise<void> {
  goTo(from)
  await router.push(`/products/${encodeURIComponent(sku)}`)
}
</script>

<template>
  <div class="proof">
    <template v-if="'carts' in proof">
      <ProofCart
        v-for="(cart, index) in proof.carts"
        :key="index"
        :cart="cart"
        :finding="finding"
        :names="names"
        :is-last="index === proof.carts.length - 1"
      />
    </template>
    <p v-else-if="'at' in proof">
      <button type="button" class="as-link" @click="goTo(proof.at)">{{ words.goTo(when(proof.at)) }}</button>
    </p>
    <div v-else class="stretch">
      <p>
        {{ names[`product:${proof.sku}`] ?? proof.sku }} <strong class="money">{{ formatMoney(proof.price) }}</strong>
      </p>
      <p class="quiet">{{ when(proof.from) }}{{ until(proof.until) }}</p>
      <p>
        <button type="button" class="as-link" @click="showPrices(proof.sku, proof.from)">{{ words.priceChart }}</button>
      </p>
    </div>
  </div>
</template>

<style scoped>
.proof {
  display: grid;
  font-size: 13px;
  gap: 8px;
}

.stretch {
  border-left: 3px solid var(--line);
  padding-left: 10px;
}
</style>
