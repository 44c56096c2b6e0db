<script setup lang="ts">
import type { Reach } from '@novalex/core'
import { offerText } from '@/locale/catalogue.ts'
import PartReach from '@/mechanics/shared/PartReach.vue'

/** The products that a test asks about. */
defineProps<{ test: { readonly reach: Reach }; path: string }>()
defineEmits<{ set: [changes: object] }>()
</script>

<template>
  <PartReach
    :reach="test.reach"
    :path="`${path}.reach`"
    :label="offerText.condition.reach"
    @change="(reach: Reach) => $emit('set', { reach })"
  />
</template>
