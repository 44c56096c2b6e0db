<script setup lang="ts">
import { text } from '@/locale/catalogue.ts'
import { later } from '@/plugins/later.ts'
import { useNewPromotion } from '@/stores/newPromotion.ts'

const NewPromotionChoice = later(() => import('./NewPromotionChoice.vue'))
const { isOpen } = useNewPromotion()
</script>

<template>
  <v-dialog v-model="isOpen" max-width="760">
    <template #activator="{ props }">
      <v-btn v-bind="props" variant="flat">{{ text.promotions.plan }}</v-btn>
    </template>
    <NewPromotionChoice />
  </v-dialog>
</template>
