<script setup lang="ts">
import type { Partner } from '@novalex/contract'
import { computed, ref } from 'vue'
import { usePromotionRecords } from '@/composables/usePromotionRecords.ts'
import { channelText as words } from '@/locale/catalogue.ts'
import { useSession } from '@/stores/session.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'
import FeedsTable from './FeedsTable.vue'
import PartnerDialog from './PartnerDialog.vue'
import PartnerSheet from './PartnerSheet.vue'
import { usePartners } from './usePartners.ts'

/** The store's own channels, and a sheet for each partner's with its rules. */
const store = useStoreInfo()
const session = useSession()
const isAllowed = computed(() => session.may('planner'))
const { remove } = usePartners()
const { records } = usePromotionRecords()
const edited = ref<Partner | null>(null)

const countIn = (channel: string) =>
  (records.value ?? []).filter(({ promotion: { partners } }) => partners?.some((one) => one.channel === channel)).length
</script>

<template>
  <section class="page">
    <header class="page-head">
      <h1>{{ words.title }}</h1>
      <span class="grow quiet">{{ words.hint }}</span>
      <PartnerDialog v-if="isAllowed" :partner="null" />
      <PartnerDialog v-if="edited" :key="edited.id" :partner="edited" @close="edited = null" />
    </header>
    <h2>{{ words.own }}</h2>
    <p class="own">
      {{ store.ownChannels.map(({ name }) => name).join(' · ') }}
      <router-link to="/store">{{ words.toSettings }}</router-link>
    </p>
    <h2>{{ words.partners }}</h2>
    <p v-if="store.partners.length === 0" class="quiet">{{ words.none }}</p>
    <PartnerSheet
      v-for="partner in store.partners"
      :key="partner.id"
      :partner="partner"
      :promotions="countIn(partner.id)"
      :is-allowed="isAllowed"
      @edit="edited = partner"
      @remove="remove(partner)"
    />
    <FeedsTable />
  </section>
</template>

<style scoped>
.own {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 16px;
  margin: 6px 0 24px;
}
</style>
