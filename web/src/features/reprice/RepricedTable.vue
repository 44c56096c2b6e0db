<script setup lang="ts">
import type { RepricedRow } from '@novalex/contract'
import { formatFigure, formatMoney, formatPercent } from '@novalex/words'
import { text, repriceText as words } from '@/locale/catalogue.ts'
import type { Oddity, Repricing } from '@novalex/core'
import { useRowWindow } from '@/composables/useRowWindow.ts'

/** Every product with its old and its new price; only the rows in sight are drawn. */
const { rows, target } = defineProps<{ rows: readonly RepricedRow[]; target: Repricing['target'] }>()

const ROW_HEIGHT = 32
const { scroller, items, above, below } = useRowWindow(() => rows.length, ROW_HEIGHT)

function describeOdd({ odd, then }: RepricedRow): string {
  const say = (one: Oddity) =>
    one === 'other-wins' && then !== null ? words.otherWins(formatMoney(then)) : words.odd[one]
  return odd.map(say).join(' · ')
}

const none = text.common.none
function changeOf({ before, after }: RepricedRow): string {
  if (after === null || after === before) return ''
  return after > before ? `+ ${formatFigure(after - before)}` : formatFigure(before - after)
}
</script>

<template>
  <div ref="scroller" class="long-table" tabindex="0" :aria-label="words.title">
    <table class="printed" :aria-rowcount="rows.length + 1">
      <thead>
        <tr>
          <th scope="col">{{ words.columns.product }}</th>
          <th scope="col" class="number">{{ words.columns.before }}</th>
          <th scope="col" class="number">{{ words.columns.after }}</th>
          <th scope="col" class="number">
            {{ target === 'sale' ? words.columns.saving : words.columns.change }}
          </th>
          <th scope="col" class="number">{{ words.columns.margin }}</th>
          <th v-if="target === 'sale'" scope="col" class="number">{{ words.columns.struck }}</th>
          <th scope="col" class="odd">{{ words.columns.odd }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-if="above > 0" aria-hidden="true" :style="{ height: `${above}px` }">
          <td colspan="7" />
        </tr>
        <tr v-for="{ index } in items" :key="rows[index]!.sku" class="row" :aria-rowindex="index + 2">
          <template v-for="row in [rows[index]!]" :key="row.sku">
            <td class="name" :title="`${row.name} ${row.sku}`">
              {{ row.name }} <span class="quiet sku">{{ row.sku }}</span>
            </td>
            <td class="number">{{ formatFigure(row.before) }}</td>
            <td class="number after">{{ row.after === null ? none : formatFigure(row.after) }}</td>
            <td class="number" :class="{ saves: row.after !== null && row.after < row.before }">{{ changeOf(row) }}</td>
            <td class="number" :class="{ wrong: row.margin !== null && row.margin < 0 }">
              {{ row.margin === null ? none : formatPercent(Math.round(row.margin / 100) * 100) }}
            </td>
            <td v-if="target === 'sale'" class="number quiet">
              <s v-if="row.struck !== null">{{ formatFigure(row.struck) }}</s>
              <template v-else>{{ none }}</template>
            </td>
            <td class="odd" :title="describeOdd(row)">{{ describeOdd(row) }}</td>
          </template>
        </tr>
        <tr v-if="below > 0" aria-hidden="true" :style="{ height: `${below}px` }">
          <td colspan="7" />
        </tr>
      </tbody>
    </table>
  </div>
</template>

<style scoped>
th.number {
  width: 66px;
}

th.odd {
  padding-left: 14px;
  width: 30%;
}

.row > td {
  height: 32px;
}

.after {
  font-weight: 650;
}

td.odd {
  padding-left: 14px;
}
</style>
