<script setup lang="ts">
import type { OccasionRecord } from '@novalex/contract'
import { computed, ref } from 'vue'
import { call } from '@/api/call.ts'
import { useAnswer } from '@/api/useAnswer.ts'
import { usePromotionRecords } from '@/composables/usePromotionRecords.ts'
import NamedRecords from '@/features/namedRecords/NamedRecords.vue'
import { useRecordRemoval } from '@/features/namedRecords/useRecordRemoval.ts'
import { describeSpan } from '@/locale/describeSpan.ts'
import { planningText, counted } from '@/locale/catalogue.ts'
import { formatDate, nameChannel } from '@novalex/words'
import OccasionFlag from '@/components/OccasionFlag.vue'
import OccasionDialog from './OccasionDialog.vue'

const words = planningText.occasions
const COLUMNS = [words.columns.name, words.columns.dates, words.columns.promotions].map((title) => ({ title }))
const edited = ref<OccasionRecord | null>(null)
const occasions = useAnswer('listOccasions')
const promotions = usePromotionRecords()
const rows = computed(() =>
  occasions.data.value?.map((occasion) => ({
    occasion,
    followers: (promotions.records.value ?? [])
      .filter((record) => record.occasion === occasion.id)
      .map(({ promotion }) => promotion),
  })),
)

const takeOut = useRecordRemoval(words.removed)
function remove({ id, version, ...draft }: OccasionRecord): Promise<void> {
  return takeOut({
    name: draft.name,
    remove: () => call('deleteOccasion', { params: { id }, query: { version } }),
    restore: () => call('createOccasion', { body: draft }),
  })
}
</script>

<template>
  <NamedRecords
    :rows="rows"
    :asked="[occasions, promotions]"
    :words="words"
    noun="occasion"
    :columns="COLUMNS"
    :name-of="({ occasion }) => occasion.name"
    :key-of="({ occasion }) => occasion.id"
    @change="({ occasion }) => (edited = occasion)"
    @remove="({ occasion }) => remove(occasion)"
  >
    <template #acts>
      <OccasionDialog :occasion="null" />
      <OccasionDialog v-if="edited" :key="edited.id" :occasion="edited" @close="edited = null" />
    </template>
    <template #cells="{ row: { occasion, followers } }">
      <td>
        <div v-if="occasion.flag || occasion.partner" class="marks">
          <OccasionFlag v-if="occasion.flag" :flag="occasion.flag" />
          <span v-if="occasion.partner" class="quiet">{{
            words.event.of(nameChannel(occasion.partner.channel), occasion.partner.key)
          }}</span>
        </div>
        <template v-if="occasion.dates">{{ describeSpan(occasion.dates) }}</template>
        <template v-else>
          ◔ {{ words.openShort }}
          <span v-if="occasion.estimate" class="quiet"> · {{ words.likely(formatDate(occasion.estimate)) }}</span>
          <span v-if="followers.length > 0" class="quiet">
            · {{ words.waiting(counted.promotion(followers.length)) }}</span
          >
        </template>
      </td>
      <td>
        <span v-if="followers.length === 0" class="quiet">{{ words.nothing }}</span>
        <router-link
          v-for="promotion in followers"
          :key="promotion.id"
          :to="`/promotions/${promotion.id}`"
          class="follower"
          >{{ promotion.name }}</router-link
        >
      </td>
    </template>
  </NamedRecords>
</template>

<style scoped>
.marks {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 10px;
  margin-bottom: 3px;
}

.follower {
  display: block;
}
</style>
