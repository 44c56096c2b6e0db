<script setup lang="ts">
import { useMechanic } from '../shared/useMechanic.ts'
import ValueFields from '../shared/ValueFields.vue'
import { SURCHARGE_KINDS } from '../shared/valueKinds.ts'

const { mechanic, set } = useMechanic<'surcharge'>()
</script>

<template>
  <ValueFields
    :value="mechanic.value"
    :kinds="SURCHARGE_KINDS"
    words="surcharge"
    path="mechanic.value"
    @change="(value) => set({ value })"
  />
</template>
