<script setup lang="ts">
import type { Tier } from '@novalex/core'
import { offerText } from '@/locale/catalogue.ts'
import TiersEditor from './TiersEditor.vue'
import { useMechanic } from './useMechanic.ts'
import type { ValueKind } from './valueKinds.ts'

/** The steps of a mechanic whose limits are money. */
defineProps<{ kinds: readonly ValueKind[] }>()
const { mechanic, set } = useMechanic<'spend-break' | 'order-discount'>()

function change(tiers: readonly Tier[]): void {
  set({ tiers })
}
</script>

<template>
  <TiersEditor :tiers="mechanic.tiers" measure="money" :kinds="kinds" @change="change" />
  <p class="quiet">{{ offerText.counted[mechanic.kind] }}</p>
</template>
