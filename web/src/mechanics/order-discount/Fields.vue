<script setup lang="ts">
import MoneyTiers from '../shared/MoneyTiers.vue'
import { ORDER_KINDS } from '../shared/valueKinds.ts'
</script>

<template>
  <MoneyTiers :kinds="ORDER_KINDS" />
</template>
