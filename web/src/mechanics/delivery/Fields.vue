<script setup lang="ts">
import type { DeliveryOffer } from '@novalex/core'
import { offerText } from '@/locale/catalogue.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'
import { computed } from 'vue'
import TiersEditor from '../shared/TiersEditor.vue'
import { useMechanic } from '../shared/useMechanic.ts'
import { DELIVERY_KINDS } from '../shared/valueKinds.ts'

const { mechanic, set } = useMechanic<'delivery'>()
const words = offerText.delivery
const BASES = Object.entries(words.bases).map(([value, title]) => ({ value, title }))
const store = useStoreInfo()
const options = computed(() => store.delivery.map(({ id, name }) => ({ value: id, title: name })))
</script>

<template>
  <TiersEditor
    :tiers="mechanic.tiers"
    measure="money"
    :kinds="DELIVERY_KINDS"
    value-words="delivery"
    @change="(tiers) => set({ tiers })"
  />
  <div class="pair">
    <v-select
      :model-value="mechanic.basis"
      :items="BASES"
      :label="words.basis"
      @update:model-value="(basis: DeliveryOffer['basis']) => set({ basis })"
    />
    <v-select
      :model-value="[...(mechanic.options ?? [])]"
      :items="options"
      multiple
      chips
      clearable
      :label="words.options"
      :placeholder="words.allOptions"
      persistent-placeholder
      @update:model-value="(options: string[]) => set({ options: options.length > 0 ? options : undefined })"
    />
  </div>
</template>
