<script setup lang="ts">
import { text, sellingText } from '@/locale/catalogue.ts'
import { formatInstant } from '@novalex/words'
import { computed } from 'vue'
import { pathOf } from '@/api/call.ts'
import { useAnswer } from '@/api/useAnswer.ts'
import { useOnOffer } from '@/composables/useOnOffer.ts'
import { usePromotion } from '@/draft/usePromotionDraft.ts'
import { later } from '@/plugins/later.ts'
import { useCounts } from '@/stores/counts.ts'
import { useSession } from '@/stores/session.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'
import CorrectionDialog from './CorrectionDialog.vue'

/** Sales and reductions of a promotion by day, with its limits. */
const DayChart = later(() => import('./DayChart.vue'))
const words = sellingText.counts
const { draft, record } = usePromotion()
const store = useStoreInfo()
const session = useSession()
const counts = useCounts()
const onOffer = useOnOffer()
const id = computed(() => record.value.promotion.id)
const { data: sales } = useAnswer('getSales', () => ({ params: { id: id.value } }))
const reached = computed(() => counts.of(id.value)?.reached ?? null)
const when = (at: string) => formatInstant(Date.parse(at), { zone: store.zone, year: false })
const figures = computed(() => {
  const total = sales.value?.total
  if (!total) return []
  const { budget } = draft.value.limits
  const units = onOffer(id.value, draft.value)
  return [
    words.uses(total.uses),
    ...(units !== null ? [words.unitsOf(total.units, units)] : total.units > 0 ? [words.units(total.units)] : []),
    ...(budget != null
      ? [words.budgetOf(total.discount, budget)]
      : total.discount > 0
        ? [words.given(total.discount)]
        : []),
    ...(total.added > 0 ? [words.added(total.added)] : []),
  ]
})
const isNothing = computed(() => {
  const total = sales.value?.total
  return total !== undefined && total.uses === 0 && total.units === 0
})
</script>

<template>
  <section v-if="sales" class="sales">
    <header>
      <h2>{{ words.title }}</h2>
      <router-link v-if="sales.total.uses > 0" :to="{ path: '/orders', query: { promotion: id } }">{{
        words.orderLink
      }}</router-link>
      <a
        v-if="session.may('releaser') && sales.total.uses > 0"
        :href="`/api${pathOf('getRedemptions')}?promotion=${encodeURIComponent(id)}`"
        download
        >{{ words.file }}</a
      >
      <CorrectionDialog v-if="session.may('releaser')" :id="id" />
    </header>
    <p v-if="isNothing" class="quiet">{{ words.none }}</p>
    <p v-else>{{ figures.join(' · ') }}</p>
    <p v-if="reached" class="wrong" role="status">
      {{ text.promotions.reached[reached.limit]
      }}<template v-if="reached.since">, {{ words.since(when(reached.since)) }}</template>.
    </p>
    <DayChart v-if="sales.days.length > 0" :days="sales.days" />
    <details v-if="sales.corrections.length > 0">
      <summary class="quiet">{{ words.corrections }}</summary>
      <ul>
        <li v-for="(one, index) in sales.corrections" :key="index" class="quiet">
          {{ words.correction(one.units, one.reason, one.by, when(one.at)) }}
        </li>
      </ul>
    </details>
    <p v-if="!isNothing" class="quiet hint">{{ words.hint }}</p>
  </section>
</template>

<style scoped>
.sales {
  display: grid;
  gap: 8px;
  margin-top: 22px;
}

header {
  align-items: baseline;
  display: flex;
  flex-wrap: wrap;
  gap: 4px 16px;
}

h2 {
  margin-right: auto;
}

ul {
  list-style: none;
  padding: 4px 0 0;
}

li {
  overflow-wrap: anywhere;
}

.hint {
  font-size: 13px;
}
</style>
