<script setup lang="ts">
import { NUMBER_COLUMNS } from '@novalex/core'
import { productText } from '@/locale/catalogue.ts'
import { useTableColumns } from './useTableColumns.ts'

/** Which columns of numbers the table shows. */
const words = productText.table
const { shown, show, reset } = useTableColumns()
</script>

<template>
  <v-menu :close-on-content-click="false">
    <template #activator="{ props }">
      <v-btn v-bind="props" size="small">{{ words.choice.open }}</v-btn>
    </template>
    <v-card border class="columns" role="dialog" :aria-label="words.choice.title">
      <v-checkbox
        v-for="column in NUMBER_COLUMNS"
        :key="column"
        :model-value="shown.includes(column)"
        :label="words.columns[column]"
        :disabled="shown.length === 1 && shown.includes(column)"
        hide-details
        density="compact"
        @update:model-value="(is: boolean | null) => show(column, is === true)"
      />
      <button type="button" class="as-link" @click="reset">{{ words.choice.reset }}</button>
    </v-card>
  </v-menu>
</template>

<style scoped>
.columns {
  display: grid;
  padding: 10px 18px 14px;
}

.as-link {
  justify-self: start;
  margin-top: 8px;
}
</style>
