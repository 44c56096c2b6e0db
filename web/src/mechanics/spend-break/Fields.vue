<script setup lang="ts">
import MoneyTiers from '../shared/MoneyTiers.vue'
import { UNIT_KINDS } from '../shared/valueKinds.ts'
</script>

<template>
  <MoneyTiers :kinds="UNIT_KINDS" />
</template>
