<script setup lang="ts">
import { computed } from 'vue'
import { call } from '@/api/call.ts'
import LoadError from '@/components/LoadError.vue'
import { useAttempt } from '@/composables/useAttempt.ts'
import { usePromotionRecords } from '@/composables/usePromotionRecords.ts'
import { text, proofText } from '@/locale/catalogue.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'
import GroupsTable from './GroupsTable.vue'
import PairView from './PairView.vue'
import ProductMeetings from './ProductMeetings.vue'
import RankedList from './RankedList.vue'

const store = useStoreInfo()
const words = proofText.stacking
const asked = usePromotionRecords()
const { records, error } = asked
const promotions = computed(() => (records.value ?? []).map(({ promotion }) => promotion))

const attempt = useAttempt()
</script>

<template>
  <section class="page">
    <header class="page-head">
      <h1>{{ words.title }}</h1>
    </header>
    <LoadError :of="[asked]" />
    <p v-if="!records && !error" class="quiet">{{ text.common.loading }}</p>
    <div v-if="records && store.info" class="sides">
      <div>
        <GroupsTable
          :store="store.info.store"
          @save="(body) => attempt(() => call('saveStacking', { body: { ...body, version: store.info!.version } }))"
        />
        <PairView :promotions="promotions" />
        <ProductMeetings :promotions="promotions" />
      </div>
      <RankedList :records="records" />
    </div>
  </section>
</template>

<style scoped>
.sides {
  align-items: start;
  display: grid;
  gap: 32px;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
}
</style>
