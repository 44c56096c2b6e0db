<script setup lang="ts">
import type { OccasionRecord } from '@novalex/contract'
import { ref } from 'vue'
import { api } from '@/api/api.ts'
import LoadError from '@/components/LoadError.vue'
import { useAttempt } from '@/composables/useAttempt.ts'
import { useLoad } from '@/composables/useLoad.ts'
import { describeSpan } from '@/locale/describeSpan.ts'
import { text } from '@/locale/en.ts'
import { planningText } from '@/locale/enPlanning.ts'
import { plural } from '@/locale/format.ts'
import { useNotice } from '@/stores/notice.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'
import OccasionDialog from './OccasionDialog.vue'

const store = useStoreInfo()
const notice = useNotice()
const words = planningText.occasions
const edited = ref<OccasionRecord | null>(null)
const { data, error, reload } = useLoad([() => store.info?.planRevision], async () => {
  const [occasions, records] = await Promise.all([api.listOccasions(), api.listPromotions()])
  return occasions.map((occasion) => ({
    occasion,
    promotions: records.filter((record) => record.occasion === occasion.id).map(({ promotion }) => promotion),
  }))
})
const attempt = useAttempt(reload)

function remove(occasion: OccasionRecord): Promise<void> {
  return attempt(async () => {
    await api.deleteOccasion(occasion.id, occasion.version)
    const { name, dates } = occasion
    const run = () => void attempt(() => api.createOccasion({ name, dates }))
    notice.say(words.removed(name), { label: text.common.undo, run })
  })
}
</script>

<template>
  <section class="page">
    <header class="page-head">
      <h1>{{ words.title }}</h1>
      <span v-if="data" class="quiet" role="status">{{ plural(data.length, 'occasion') }}</span>
      <span class="grow" />
      <OccasionDialog :occasion="null" @kept="reload" />
    </header>
    <LoadError v-if="error" :error="error" @retry="reload" />
    <p v-if="!data && !error" class="quiet">{{ text.common.loading }}</p>
    <p v-if="data?.length === 0" class="empty">{{ words.empty }}</p>
    <template v-else-if="data">
      <p class="quiet">{{ words.hint }}</p>
      <table class="printed">
        <thead>
          <tr>
            <th scope="col">{{ words.columns.name }}</th>
            <th scope="col">{{ words.columns.dates }}</th>
            <th scope="col">{{ words.columns.promotions }}</th>
            <th scope="col">
              <span class="visually-hidden">{{ words.columns.actions }}</span>
            </th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="{ occasion, promotions } in data" :key="occasion.id">
            <td class="name">
              <strong>{{ occasion.name }}</strong>
            </td>
            <td>
              <template v-if="occasion.dates">{{ describeSpan(occasion.dates) }}</template>
              <template v-else>
                ◔ {{ words.openShort }}
                <span v-if="promotions.length > 0" class="quiet">
                  · {{ words.waiting(plural(promotions.length, 'promotion')) }}</span
                >
              </template>
            </td>
            <td>
              <span v-if="promotions.length === 0" class="quiet">{{ words.nothing }}</span>
              <router-link
                v-for="promotion in promotions"
                :key="promotion.id"
                :to="`/promotions/${promotion.id}`"
                class="follower"
                >{{ promotion.name }}</router-link
              >
            </td>
            <td>
              <div class="row-acts">
                <v-btn size="small" :aria-label="`${words.change}: ${occasion.name}`" @click="edited = occasion">{{
                  words.change
                }}</v-btn>
                <v-btn size="small" :aria-label="`${words.remove}: ${occasion.name}`" @click="remove(occasion)">{{
                  words.remove
                }}</v-btn>
              </div>
            </td>
          </tr>
        </tbody>
      </table>
    </template>
    <OccasionDialog v-if="edited" :key="edited.id" :occasion="edited" @kept="reload" @close="edited = null" />
  </section>
</template>

<style scoped>
.empty {
  padding: 48px 0;
  text-align: center;
}

.name {
  overflow-wrap: anywhere;
}

.follower {
  display: block;
}
</style>
