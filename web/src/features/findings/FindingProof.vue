<script setup lang="ts">
import type { FindingAnswer } from '@novalex/contract'
import { computed } from 'vue'
import { findingText as words } from '@/locale/catalogue.ts'
import { formatInstant } from '@novalex/words'
import { useMoment } from '@/stores/moment.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'
import ProofCart from './ProofCart.vue'
import ProofStretch from './ProofStretch.vue'

/** Proof of a finding: orders, a moment, or a product's prices over time. */
const { finding, names } = defineProps<{ finding: FindingAnswer; names: Readonly<Record<string, string>> }>()

const store = useStoreInfo()
const moment = useMoment()
const proof = computed(() => finding.proof)
const when = (at: string) => formatInstant(Date.parse(at), { zone: store.zone, year: false })
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
      <button type="button" class="as-link" @click="moment.moveTo(Date.parse(proof.at))">
        {{ words.goTo(when(proof.at)) }}
      </button>
    </p>
    <ProofStretch v-else :stretch="proof" :name="names[`product:${proof.sku}`] ?? proof.sku" />
  </div>
</template>

<style scoped>
.proof {
  display: grid;
  font-size: 13px;
  gap: 8px;
  grid-template-columns: minmax(0, 1fr);
}
</style>
