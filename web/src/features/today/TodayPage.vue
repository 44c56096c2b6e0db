<script setup lang="ts">
import { computeStatus, type Instant, type Limits, type Promotion } from '@novalex/core'
import { mdiDotsVertical } from '@mdi/js'
import { computed } from 'vue'
import LoadError from '@/components/LoadError.vue'
import FindingMark from '@/components/FindingMark.vue'
import { ActionList } from '@/components/menuAction.ts'
import { useOnOffer } from '@/composables/useOnOffer.ts'
import { usePromotionRecords } from '@/composables/usePromotionRecords.ts'
import { useAtOnce } from '@/features/atOnce/useAtOnce.ts'
import { usePromotionActions } from '@/features/promotions/usePromotionActions.ts'
import { text, todayText as words, formatEnd, submissionText } from '@/locale/catalogue.ts'
import { formatDate, formatFigure, formatInstant, formatMoney } from '@novalex/words'
import { useCounts } from '@/stores/counts.ts'
import { followFindings, useFindings } from '@/stores/findings.ts'
import { useMoment } from '@/stores/moment.ts'
import { useSession } from '@/stores/session.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'
import { useComing } from './useComing.ts'
import { useActionItems } from './useActionItems.ts'

/** The day sheet: what needs a hand now, what runs, what comes. */
const store = useStoreInfo()
const moment = useMoment()
const counts = useCounts()
const onOffer = useOnOffer()
const findings = useFindings()
findings.ask()
const checked = followFindings(() => ({}))
const session = useSession()
const promotions = usePromotionRecords()
const { extensionsFor } = usePromotionActions()
const { items, others } = useActionItems()
const { days } = useComing()

const atOnceFor = useAtOnce()
const running = computed(() =>
  (promotions.records.value ?? [])
    .filter(({ promotion }) => computeStatus(promotion, store.zone, moment.now) === 'running')
    .map(({ promotion }) => ({ promotion, actions: atOnceFor({ promotion }) })),
)
const day = computed(() => formatInstant(moment.now, { zone: store.zone }))
const goTo = (at: Instant) => {
  moment.moveTo(at)
}

/** A count, against its limit if it has one. */
function show(found: number, limit: number | null | undefined, write: (figure: number) => string = String): string {
  return limit == null ? write(found) : words.of(write(found), write(limit))
}
const usesOf = (id: string, { uses }: Limits) => show(counts.of(id)?.uses ?? 0, uses)
const unitsOf = (promotion: Promotion) => show(counts.of(promotion.id)?.units ?? 0, onOffer(promotion.id, promotion))
const givenOf = (id: string, { budget }: Limits) => show(counts.of(id)?.discount ?? 0, budget, formatFigure)
/** Whether there may be more than what stands here; a plan that is only checked again lets it stand. */
const isUnknown = computed(() => {
  const { answer, isCurrent } = findings
  return answer != null && !isCurrent && (answer.checkedAt === null || items.value.length === 0)
})
const isLoading = ({ error }: { error: { value: unknown } }, answer: unknown) => answer == null && error.value === null
const arePromotionsLoading = computed(() => isLoading(promotions, promotions.records.value))
const reachedOf = (id: string) => counts.of(id)?.reached ?? null
</script>

<template>
  <section class="page">
    <header class="page-head">
      <h1>{{ words.title }}</h1>
      <span class="quiet">{{ day }}</span>
    </header>
    <LoadError :of="[promotions, checked]" />
    <section class="hands">
      <h2>{{ words.hands }}</h2>
      <p v-if="isLoading(checked, findings.answer)" class="quiet">{{ text.common.loading }}</p>
      <p v-else-if="isUnknown" class="quiet" role="status">{{ words.checking }}</p>
      <p v-else-if="findings.isCurrent && items.length === 0" class="quiet">{{ words.nothing }}</p>
      <ul v-if="items.length > 0">
        <li v-for="item in items" :key="item.key" :class="{ grave: item.isGrave }">
          <span>{{ item.sentence }}</span>
          <span class="acts">
            <button v-if="item.dismiss && session.may('planner')" type="button" class="as-link" @click="item.dismiss">
              {{ submissionText.today.dismiss }}
            </button>
            <router-link v-if="item.act" :to="item.act.to">{{ item.act.title }}</router-link>
            <v-menu v-else-if="item.extends && session.may('planner')" close-on-content-click>
              <template #activator="{ props }">
                <v-btn v-bind="props" size="small">{{ words.acts.extend }}</v-btn>
              </template>
              <ActionList :actions="extensionsFor(item.extends)" />
            </v-menu>
          </span>
        </li>
      </ul>
      <p v-if="others > 0">
        <router-link to="/findings">{{ words.others(others) }}</router-link>
      </p>
    </section>
    <div class="sides">
      <section>
        <h2>{{ words.comes }}</h2>
        <p v-if="arePromotionsLoading" class="quiet">{{ text.common.loading }}</p>
        <p v-else-if="promotions.records.value && days.length === 0" class="quiet">{{ words.nothingComes }}</p>
        <div v-for="[date, list] in days" :key="date" class="day">
          <h3>{{ formatDate(date) }}</h3>
          <ol>
            <li v-for="one in list" :key="`${one.at} ${one.to} ${one.what}`">
              <button type="button" class="as-link time" @click="goTo(one.at)">{{ one.time }}</button>
              <span><router-link :to="one.to">{{ one.name }}</router-link> {{ one.what }}</span>
            </li>
          </ol>
        </div>
      </section>
      <section>
        <h2>{{ words.runs }}</h2>
        <p v-if="arePromotionsLoading" class="quiet">{{ text.common.loading }}</p>
        <p v-else-if="running.length === 0" class="quiet">{{ words.nothingRuns }}</p>
        <table v-else class="printed">
          <thead>
            <tr>
              <th>{{ words.columns.promotion }}</th>
              <th class="number">{{ words.columns.orders }}</th>
              <th class="number">{{ words.columns.items }}</th>
              <th class="number">{{ words.columns.given }}</th>
              <th>{{ words.columns.end }}</th>
              <th>
                <span class="visually-hidden">{{ text.promotions.columns.actions }}</span>
              </th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="{ promotion, actions } in running" :key="promotion.id">
              <td class="name">
                <router-link :to="`/promotions/${promotion.id}`">{{ promotion.name }}</router-link>
                <FindingMark :findings="findings.ofPromotion(promotion.id)" :promotion="promotion.id" />
                <span v-if="reachedOf(promotion.id)" class="wrong">
                  ✕ {{ text.promotions.reached[reachedOf(promotion.id)!.limit] }}</span
                >
              </td>
              <td class="number">{{ usesOf(promotion.id, promotion.limits) }}</td>
              <td class="number">{{ unitsOf(promotion) }}</td>
              <td class="number" :title="formatMoney(counts.of(promotion.id)?.discount ?? 0)">
                {{ givenOf(promotion.id, promotion.limits) }}
              </td>
              <td class="end">
                {{ promotion.schedule.end === undefined ? text.promotions.openEnd : formatEnd(promotion.schedule.end) }}
              </td>
              <td>
                <v-menu v-if="actions.length > 0" close-on-content-click>
                  <template #activator="{ props }">
                    <v-btn
                      v-bind="props"
                      :icon="mdiDotsVertical"
                      size="x-small"
                      variant="text"
                      :aria-label="text.promotions.actionsFor(promotion.name)"
                    />
                  </template>
                  <ActionList :actions="actions" />
                </v-menu>
              </td>
            </tr>
          </tbody>
        </table>
      </section>
    </div>
  </section>
</template>

<style scoped>
.hands ul {
  list-style: none;
  padding: 0;
}

.hands li {
  align-items: baseline;
  border-bottom: 1px solid var(--line);
  border-left: 3px solid var(--moment);
  display: grid;
  gap: 16px;
  grid-template-columns: minmax(0, 1fr) auto;
  overflow-wrap: anywhere;
  padding: 8px 0 8px 12px;
}

.hands li.grave {
  border-left-color: var(--wrong);
}

.hands > p {
  margin-top: 8px;
}

.acts {
  align-items: baseline;
  display: flex;
  gap: 16px;
  white-space: nowrap;
}

.sides {
  align-items: start;
  display: grid;
  gap: 36px;
  grid-template-columns: minmax(280px, 2fr) minmax(0, 3fr);
  margin-top: 28px;
}

@media (max-width: 1180px) {
  .sides {
    grid-template-columns: minmax(0, 1fr);
  }
}

.day {
  border-bottom: 1px solid var(--line);
  display: grid;
  gap: 12px;
  grid-template-columns: 82px minmax(0, 1fr);
  padding: 8px 0;
}

.day h3 {
  font-size: 13px;
  font-weight: 550;
  line-height: 1.9;
}

.day ol {
  list-style: none;
  padding: 0;
}

.day li {
  align-items: baseline;
  display: grid;
  gap: 10px;
  grid-template-columns: 44px minmax(0, 1fr);
  overflow-wrap: anywhere;
}

.time,
.end {
  font-variant-numeric: tabular-nums;
}

.end {
  white-space: nowrap;
}

.name {
  overflow-wrap: anywhere;
}
</style>
