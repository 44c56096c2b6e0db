<script setup lang="ts">
import type { QuantityBreak } from '@novalex/core'
import { offerText } from '@/locale/catalogue.ts'
import TiersEditor from '../shared/TiersEditor.vue'
import { useMechanic } from '../shared/useMechanic.ts'
import { UNIT_KINDS } from '../shared/valueKinds.ts'

const { mechanic, set } = useMechanic<'quantity-break'>()
const words = offerText.breaks
const toItems = (titles: object) => Object.entries(titles).map(([value, title]) => ({ value, title: title as string }))
</script>

<template>
  <TiersEditor :tiers="mechanic.tiers" measure="count" :kinds="UNIT_KINDS" @change="(tiers) => set({ tiers })" />
  <div class="pair">
    <v-select
      :model-value="mechanic.count"
      :items="toItems(words.counts)"
      :label="words.count"
      @update:model-value="(count: QuantityBreak['count']) => set({ count })"
    />
    <v-select
      :model-value="mechanic.on"
      :items="toItems(words.ons)"
      :label="words.on"
      @update:model-value="(on: QuantityBreak['on']) => set({ on })"
    />
  </div>
</template>
