<script setup lang="ts">
import type { CampaignRecord, PromotionRecord } from '@novalex/contract'
import { describePromotion, type PromotionStatus } from '@novalex/core'
import { mdiDotsVertical } from '@mdi/js'
import StateMark from '@/components/StateMark.vue'
import { text } from '@/locale/en.ts'
import { planningText } from '@/locale/enPlanning.ts'
import { formatEnd, formatLocal } from '@/locale/format.ts'
import { writeSentence } from '@/locale/sentence.ts'
import { useMoment } from '@/stores/moment.ts'
import { useNames } from '@/stores/names.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'
import { useRankMoves } from '@/features/stacking/useRankMoves.ts'
import { proofText } from '@/locale/enProof.ts'
import { describeTimeLeft } from './describeTimeLeft.ts'
import { listBackups } from './draftBackup.ts'
import { usePromotionActions } from './usePromotionActions.ts'

interface Row {
  readonly record: PromotionRecord
  readonly status: PromotionStatus
}

const { groups } = defineProps<{
  groups: readonly {
    readonly campaign: Pick<CampaignRecord, 'name' | 'goal'> & { readonly id: string | null }
    readonly rows: readonly Row[]
  }[]
}>()
const chosen = defineModel<ReadonlySet<string>>('chosen', { required: true })
const emit = defineEmits<{ changed: [] }>()

const store = useStoreInfo()
const moment = useMoment()
const names = useNames()
const { actionsFor } = usePromotionActions(() => {
  emit('changed')
})
const words = text.promotions
const { over, rowOf } = useRankMoves(
  () => groups.flatMap(({ rows }) => rows.map(({ record }) => record)),
  () => {
    emit('changed')
  },
)
const unsaved = new Set(listBackups())

/** The sentence without its dates, which stand in their own column. */
function ruleOf({ promotion }: PromotionRecord): string {
  const pieces = writeSentence(describePromotion(promotion, store.info!.store), names.names)
  const from = pieces.findIndex(({ part }) => part === 'shopper')
  const sentence = pieces
    .slice(from)
    .map((piece) => piece.text)
    .join('')
  return sentence.charAt(0).toUpperCase() + sentence.slice(1)
}

function choose(ids: readonly string[], is: boolean): void {
  const next = new Set(chosen.value)
  for (const id of ids) {
    if (is) next.add(id)
    else next.delete(id)
  }
  chosen.value = next
}
const isAll = (rows: readonly Row[]) => rows.every(({ record }) => chosen.value.has(record.promotion.id))

function datesOf({ promotion: { schedule }, occasion }: PromotionRecord): [from: string, until: string] {
  const { start, end, open } = schedule
  if (open) {
    const name = names.occasions.find(({ id }) => id === occasion)?.name ?? ''
    return [planningText.occasions.waits(name), '']
  }
  return [start === undefined ? '' : formatLocal(start), end === undefined ? words.openEnd : formatEnd(end)]
}
</script>

<template>
  <table class="printed">
    <thead>
      <tr>
        <th />
        <th scope="col">{{ words.columns.state }}</th>
        <th scope="col">{{ words.columns.name }}</th>
        <th scope="col">{{ words.columns.when }}</th>
        <th scope="col">{{ words.columns.left }}</th>
        <th scope="col">{{ words.columns.group }}</th>
        <th scope="col" class="number">{{ words.columns.rank }}</th>
        <th scope="col">
          <span class="visually-hidden">{{ words.columns.actions }}</span>
        </th>
      </tr>
    </thead>
    <tbody v-for="group in groups" :key="group.campaign.name">
      <tr class="campaign">
        <td>
          <input
            type="checkbox"
            :checked="isAll(group.rows)"
            :aria-label="words.many.chooseAll(group.campaign.name)"
            @change="
              choose(
                group.rows.map(({ record }) => record.promotion.id),
                !isAll(group.rows),
              )
            "
          />
        </td>
        <th colspan="7" scope="rowgroup">
          <router-link v-if="group.campaign.id !== null" :to="`/campaigns/${group.campaign.id}`" class="heading">{{
            group.campaign.name
          }}</router-link>
          <span v-else class="heading">{{ group.campaign.name }}</span>
          <span class="quiet">{{ group.campaign.goal }}</span>
        </th>
      </tr>
      <tr
        v-for="{ record, status } in group.rows"
        :key="record.promotion.id"
        :class="{ over: over === record.promotion.id }"
        v-bind="rowOf(record.promotion.id)"
      >
        <td>
          <input
            type="checkbox"
            :checked="chosen.has(record.promotion.id)"
            :aria-label="words.many.choose(record.promotion.name)"
            @change="choose([record.promotion.id], !chosen.has(record.promotion.id))"
          />
        </td>
        <td><StateMark :status="status" /></td>
        <td class="name">
          <router-link :to="`/promotions/${record.promotion.id}`">{{ record.promotion.name }}</router-link>
          <span v-if="unsaved.has(record.promotion.id)" class="wrong"> · {{ words.unsaved }}</span>
          <br /><span class="quiet rule">{{ ruleOf(record) }}</span>
        </td>
        <td class="dates">
          {{ datesOf(record)[0] }}<br /><span class="quiet">{{ datesOf(record)[1] }}</span>
        </td>
        <td class="left">{{ describeTimeLeft(record.promotion, store.zone, moment.instant) }}</td>
        <td>{{ record.promotion.stacking?.group ?? text.common.none }}</td>
        <td class="number">
          <button
            type="button"
            class="rank"
            :title="proofText.stacking.rankedHint"
            :aria-label="`${proofText.stacking.move(record.promotion.name)}: ${record.promotion.rank}`"
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
            <v-list density="compact">
              <v-list-item
                v-for="action in actionsFor(record)"
                :key="action.title"
                :title="action.title"
                @click="action.run"
              />
            </v-list>
          </v-menu>
        </td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
.over td {
  border-top: 2px solid var(--moment);
}

.rank {
  background: none;
  border: 0;
  color: inherit;
  cursor: grab;
  font: inherit;
  padding: 0 2px;
}

.campaign td {
  border-bottom-color: var(--ink);
  vertical-align: bottom;
}

.campaign th {
  border-bottom-color: var(--ink);
  font-size: 13px;
  padding-top: 16px;
  white-space: normal;
}

.campaign .heading {
  color: var(--ink);
  font-size: 15px;
  margin-right: 8px;
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
.left {
  font-variant-numeric: tabular-nums;
  white-space: nowrap;
}
</style>
