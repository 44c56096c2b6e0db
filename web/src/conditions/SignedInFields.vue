<script setup lang="ts">
import type { TestOf } from '@novalex/core'
import { offerText } from '@/locale/catalogue.ts'

/** Signed in, or a guest. */
defineProps<{ test: TestOf<'signedIn'>; path: string }>()
defineEmits<{ set: [changes: object] }>()

const words = offerText.condition
</script>

<template>
  <v-select
    :model-value="test.is"
    :items="[
      { value: true, title: words.yes },
      { value: false, title: words.no },
    ]"
    :label="words.signedIn"
    @update:model-value="(is: boolean) => $emit('set', { is })"
  />
</template>
