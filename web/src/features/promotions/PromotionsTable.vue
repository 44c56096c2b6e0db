<script setup lang="ts">
import type { CampaignRecord, PromotionRecord } from '@novalex/contract'
import type { PromotionStatus } from '@novalex/core'
import { computed } from 'vue'
import { usePageRows } from '@/composables/usePageRows.ts'
import { useRankMoves } from '@/features/stacking/useRankMoves.ts'
import { text } from '@/locale/catalogue.ts'
import { listBackups } from '@/draft/draftBackup.ts'
import PromotionRow from './PromotionRow.vue'
import { usePromotionActions } from './usePromotionActions.ts'

interface Row {
  readonly record: PromotionRecord
  readonly status: PromotionStatus
}

interface Group {
  readonly campaign: Pick<CampaignRecord, 'name' | 'goal'> & { readonly id: string | null }
  readonly rows: readonly Row[]
}

/** All promotions by campaign. Only the rows in sight are drawn. */
const { groups } = defineProps<{ groups: readonly Group[] }>()
const chosen = defineModel<ReadonlySet<string>>('chosen', { required: true })

const ROW_HEIGHT = 62
const words = text.promotions
const { actionsFor } = usePromotionActions()
const entries = computed(() =>
  groups.flatMap((group) => [{ group, row: null }, ...group.rows.map((row) => ({ group, row }))]),
)
const { list, items, above, below, measure } = usePageRows(() => entries.value.length, ROW_HEIGHT)
const shown = computed(() =>
  items.value.flatMap(({ index }) => {
    const entry = entries.value[index]
    return entry
      ? [{ ...entry, index, key: entry.row?.record.promotion.id ?? `campaign ${entry.group.campaign.id}` }]
      : []
  }),
)
const { over, rowOf } = useRankMoves(() => groups.flatMap(({ rows }) => rows.map(({ record }) => record)))
const unsaved = new Set(listBackups())

function choose(ids: readonly string[], is: boolean): void {
  const next = new Set(chosen.value)
  for (const id of ids) {
    if (is) next.add(id)
    else next.delete(id)
  }
  chosen.value = next
}
const isAll = (rows: readonly Row[]) => rows.every(({ record }) => chosen.value.has(record.promotion.id))
</script>

<template>
  <table ref="list" class="printed" :aria-rowcount="entries.length + 1">
    <colgroup>
      <col class="choose" />
      <col class="state" />
      <col />
      <col class="when" />
      <col class="left" />
      <col class="group" />
      <col class="sold" />
      <col class="rank" />
      <col class="actions" />
    </colgroup>
    <thead>
      <tr aria-rowindex="1">
        <td />
        <th scope="col">{{ words.columns.state }}</th>
        <th scope="col">{{ words.columns.name }}</th>
        <th scope="col">{{ words.columns.when }}</th>
        <th scope="col">{{ words.columns.left }}</th>
        <th scope="col">{{ words.columns.group }}</th>
        <th scope="col" class="number">{{ text.promotions.soldColumn }}</th>
        <th scope="col" class="number">{{ words.columns.rank }}</th>
        <th scope="col">
          <span class="visually-hidden">{{ words.columns.actions }}</span>
        </th>
      </tr>
    </thead>
    <tbody>
      <tr v-if="above > 0" aria-hidden="true" :style="{ height: `${above}px` }">
        <td colspan="9" />
      </tr>
      <template v-for="{ group, row, index, key } in shown" :key="key">
        <PromotionRow
          v-if="row"
          :ref="measure"
          :record="row.record"
          :status="row.status"
          :is-chosen="chosen.has(row.record.promotion.id)"
          :is-unsaved="unsaved.has(row.record.promotion.id)"
          :actions-for="actionsFor"
          :data-index="index"
          :aria-rowindex="index + 2"
          :class="{ over: over === row.record.promotion.id }"
          v-bind="rowOf(row.record.promotion.id)"
          @choose="(is) => choose([row.record.promotion.id], is)"
        />
        <tr
          v-else
          :ref="(element) => measure(element as Element | null)"
          class="campaign"
          :data-index="index"
          :aria-rowindex="index + 2"
        >
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
          <th colspan="8" scope="rowgroup">
            <router-link v-if="group.campaign.id !== null" :to="`/campaigns/${group.campaign.id}`" class="heading">{{
              group.campaign.name
            }}</router-link>
            <span v-else class="heading">{{ group.campaign.name }}</span>
            <span class="quiet">{{ group.campaign.goal }}</span>
          </th>
        </tr>
      </template>
      <tr v-if="below > 0" aria-hidden="true" :style="{ height: `${below}px` }">
        <td colspan="9" />
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
table {
  table-layout: fixed;
}

.choose {
  width: 28px;
}

thead th {
  white-space: normal;
}

.state {
  width: 92px;
}

.when {
  width: 152px;
}

.left {
  width: 128px;
}

.group {
  width: 86px;
}

.sold {
  width: 64px;
}

.rank {
  width: 44px;
}

.actions {
  width: 40px;
}

.over :deep(td) {
  border-top: 2px solid var(--moment);
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
</style>
