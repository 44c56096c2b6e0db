<script setup lang="ts">
import TiersEditor from '../TiersEditor.vue'
import { useMechanic } from '../useMechanic.ts'
import { ORDER_KINDS, UNIT_KINDS } from '../valueKinds.ts'

/** Steps by money: a spend break, or a discount off the order. */
const { mechanic, set } = useMechanic<'spend-break' | 'order-discount'>()
</script>

<template>
  <TiersEditor
    :tiers="mechanic.tiers"
    measure="money"
    :kinds="mechanic.kind === 'order-discount' ? ORDER_KINDS : UNIT_KINDS"
    @change="(tiers) => set({ tiers })"
  />
</template>
