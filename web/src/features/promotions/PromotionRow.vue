<script setup lang="ts">
import type { PromotionRecord } from '@novalex/contract'
import { describePromotion, type PromotionStatus } from '@novalex/core'
import { mdiDotsVertical } from '@mdi/js'
import { computed } from 'vue'
import FindingMark from '@/components/FindingMark.vue'
import StateMark from '@/components/StateMark.vue'
import { ActionList } from '@/components/menuAction.ts'
import { useOnOffer } from '@/composables/useOnOffer.ts'
import { text, planningText, formatEnd, writeSentence } from '@/locale/catalogue.ts'
import { formatStart } from '@novalex/words'
import { useCounts } from '@/stores/counts.ts'
import { useFindings } from '@/stores/findings.ts'
import { useMoment } from '@/stores/moment.ts'
import { useNames } from '@/stores/names.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'
import { describeTimeLeft } from '@/locale/describeTimeLeft.ts'
import type { PromotionAction } from './usePromotionActions.ts'

/** A promotion in the list of all: its rule in words, its time, its place, and what can be done with it. */
const { record } = defineProps<{
  record: PromotionRecord
  status: PromotionStatus
  isChosen: boolean
  isUnsaved: boolean
  actionsFor: (record: PromotionRecord) => PromotionAction[]
}>()
const emit = defineEmits<{ choose: [is: boolean] }>()

const store = useStoreInfo()
const moment = useMoment()
const names = useNames()
const words = text.promotions

/** The sentence without its dates and stacking group, which have columns of their own. */
const rule = computed(() => {
  const { kind } = record.promotion.mechanic
  const parts = describePromotion(record.promotion, store.settings).filter((one) =>
    one.part === 'stacking' ? one.stacking.mode !== 'group' : !['open', 'start', 'end'].includes(one.part),
  )
  return writeSentence(parts, { kind, names: names.names })
    .map((piece) => piece.text)
    .join('')
})

const counts = useCounts()
const onOffer = useOnOffer()
const findings = useFindings()
const count = computed(() => counts.of(record.promotion.id))
/** How many of those that there are, or in how many orders; ✕ where a limit is reached. */
const sold = computed(() => {
  if (!count.value) return text.common.none
  const { uses, units, reached } = count.value
  const { id, limits } = record.promotion
  const there = onOffer(id, record.promotion)
  const figure = there !== null ? `${units}/${there}` : limits.uses != null ? `${uses}/${limits.uses}` : String(uses)
  return reached ? `✕ ${figure}` : figure
})

const dates = computed((): [from: string, until: string] => {
  const { start, end, open } = record.promotion.schedule
  if (open) {
    const name = names.occasions.find(({ id }) => id === record.occasion)?.name ?? ''
    return [planningText.occasions.waits(name), '']
  }
  return [start === undefined ? '' : formatStart(start), end === undefined ? words.openEnd : formatEnd(end)]
})
</script>

<template>
  <tr>
    <td>
      <input
        type="checkbox"
        :checked="isChosen"
        :aria-label="words.many.choose(record.promotion.name)"
        @change="emit('choose', !isChosen)"
      />
    </td>
    <td><StateMark :status="status" :promotion="record.promotion.id" /></td>
    <td class="name">
      <router-link :to="`/promotions/${record.promotion.id}`">{{ record.promotion.name }}</router-link>
      <FindingMark :findings="findings.ofPromotion(record.promotion.id)" :promotion="record.promotion.id" />
      <span v-if="isUnsaved" class="wrong"> · {{ words.unsaved }}</span>
      <br /><span class="quiet rule">{{ rule }}</span>
    </td>
    <td class="dates">{{ dates[0] }}<br /><span class="quiet">{{ dates[1] }}</span></td>
    <td class="left">{{ describeTimeLeft(record.promotion, store.zone, moment.instant) }}</td>
    <td>{{ record.promotion.stacking?.group ?? text.common.none }}</td>
    <td
      class="number sold"
      :class="{ wrong: count?.reached }"
      :title="count?.reached ? words.reached[count.reached.limit] : ''"
    >
      {{ sold }}
    </td>
    <td class="number">
      <button
        type="button"
        class="rank"
        :title="text.ranks.hint"
        :aria-label="`${text.ranks.move(record.promotion.name)}: ${record.promotion.rank}`"
      >
        {{ record.promotion.rank }}
      </button>
    </td>
    <td>
      <v-menu close-on-content-click>
        <template #activator="{ props }">
          <v-btn
            v-bind="props"
            :icon="mdiDotsVertical"
            size="x-small"
            variant="text"
            :aria-label="words.actionsFor(record.promotion.name)"
          />
        </template>
        <ActionList :actions="actionsFor(record)" />
      </v-menu>
    </td>
  </tr>
</template>

<style scoped>
.rank {
  background: none;
  border: 0;
  color: inherit;
  cursor: grab;
  font: inherit;
  min-height: 24px;
  min-width: 24px;
  padding: 0 2px;
}

.name {
  overflow-wrap: anywhere;
}

.name a {
  font-weight: 650;
  text-decoration: none;
}

.name a:hover {
  text-decoration: underline;
}

.rule {
  font-size: 13px;
}

.dates,
.sold,
.left {
  font-variant-numeric: tabular-nums;
}
</style>
